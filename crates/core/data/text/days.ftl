# A day on the water: what is written down, and what it comes to.

Outcome =
    .fish = fish
    .missed = missed
    .lost = lost

TieWhy =
    .start = to begin with
    .wind = the wind
    .depth = the depth
    .no_bites = no bites
    .short_bites = taps and misses
    .hangs = it hung too often
    .head_gone = the head was gone
    .second_pass = a second pass
    .mended = as Mend said

DayPart =
    .search = search
    .crawl = crawl
    .clean_up = clean up
    .small = small

DayPartTold =
    .search = fast and heavy first
    .crawl = then slow along the bottom
    .clean_up = then what picks up the rest
    .small = then the smallest

Throat =
    .crayfish = crayfish
    .small_fish = small fish
    .insects = insects
    .leeches = leeches or worms
    .empty = nothing

Feeding =
    .up = up, on small fish
    .down = down, on what lives on the bottom

Factor =
    .weight = head weight
    .head = head
    .bait = bait
    .rig = rig
    .place = water
    .depth = depth
    .wind = wind

Counted =
    .bites = bites
    .fish = fish landed

band_under = under { $most }
band_between = { $least } to { $most }
band_over = over { $least }

fault_odd_characters = there are characters in it that cannot be kept
fault_too_long = { $count } characters, at most { $most } fit
fault_blank = this is needed
fault_no_such_time = the clock of this device shows no time that can be kept; set it
fault_no_such_offset = no place on earth has this time of day
fault_day_and_time = the day and the time do not belong together
fault_of_itself = it cannot be about itself
fault_rod = rods are numbered from 1 to { $most }
fault_hourly = “{ $text }” is no time with its value, such as 5:00 2
fault_many_hours = at most { $most } times of a day are taken
fault_no_hours = a table of hours has columns hour and wind_mps, and perhaps temp_c, under their headings
fault_hours_of_another_day = every row of this table is of another day
fault_in_line = line { $line }: { $what }
fault_rest = a spot rests from 1 to { $most } minutes

PhaseShort =
    .fall = fall
    .first_rest = rest
    .drag = drag
    .hop = hop
    .pause = pause
    .swim = swim
    .foot = foot

line_stop = at { $place }: { $depth } over { $bottom }, wind { $wind }
line_tied = tied on { $label } { $shape }, { $length } { $form }
line_tied_why = { $tied }: { $why }
line_rod = rod { $rod } in hand
line_throat = { $throat } in its throat
line_hung = hung up, came free
line_gone = head gone
line_rest = { $spot } rests for { $minutes } min
line_back = back at { $spot }
line_tried = { $symptom }: { $said }
line_paused = a pause
line_ended = fishing is over for the day
line_undone = taken back

ledger_claims = { $better } against { $other }: fish the { $better }. On { $stops } stretches that both were fished on by turns it brought { $ratio } times the { $what } ({ $least } to { $most })
ledger_claims_at_least = { $better } against { $other }: fish the { $better }. On { $stops } stretches that both were fished on by turns it brought at least { $least } times the { $what }
ledger_nothing_yet = { $one } against { $other }: no clear difference yet. { $one } brings between { $least } and { $most } times the { $what } of { $other }. Fish each about { $hours } more hours, by turns at the same stop, and a difference of a half shows four times in five
ledger_unclear = { $one } against { $other }: no clear difference. { $one } brings between { $least } and { $most } times the { $what } of { $other }, after hours that show a difference of a half four times in five
ledger_alike = { $one } against { $other }: as good as alike. { $one } brings between { $least } and { $most } times the { $what } of { $other }
ledger_nothing_ever = { $one } against { $other }: no clear difference, and so few came that nobody could fish long enough to see one
ledger_first_always = { $one } against { $other }: cannot be compared. { $first } came first on { $times } of { $stops } stretches, and a spot is often worth most at first. Begin with the other half of the time
ledger_hours_apart = { $one } against { $other }: cannot be compared. They were fished at different hours, around { $a } and { $b }
ledger_few_hours = { $level }: { $hours } h are too few
ledger_not_turned = { $factor }: never two of them turn about at one stop, so that days and places differ in more than that
ledger_one_level = { $factor }: only one was fished
ledger_phases_early = { $share } of them on the fall and the first rest ({ $least } to { $most }), which are about { $time } of the time: cast more often, and let it rest longer before it moves
ledger_phases_unclear = { $share } of them on the fall and the first rest ({ $least } to { $most }). These are about { $time } of the time, so it may be chance
ledger_fed = from { $from }: { $up } fed up, on small fish; { $down } down, on the bottom

tieable = { $label } { $shape }, { $length } { $form }
head_of = { $label } { $shape }, hook { $hook }
head_apart = { $label } { $shape }
hook_of = { $size } { $style } hook
bait_of = { $length } { $plastic } { $form }
slot_at = { $place }, { $depth }
slot_over = { $place }, { $least } to { $most }
slot_wind = { $slot }, wind { $wind }
slot_winds = { $slot }, wind { $least } to { $most }
step_at = { $time } { $what }
step_tie = rod { $rod }: { $label } { $shape }
plan_retie = { $time }: rod { $rod } to { $tie }
plan_unserved = { $slot }: nothing to { $part } with
place_by_water = { $depth } over { $bottom }
plan_compromise = At { $slot }, no weight does everything. The best compromise is { $ties }
plan_part_between = { $part }: { $between }
plan_between = a lighter one { $lacks }, a heavier one { $suffers }
plan_no_size = no head is sold in a size that would do it
plan_compromise_short = { $tie } (a compromise: { $between })
plan_exact = No other choice serves more of the day, retied less often, nearer what suits best
plan_turns = Turn about at every stop, all else alike, begun with the one and the other by turns: what comes is then down to what is tied on, and to luck
plan_greedy = So many situations are chosen for one after the other; a better choice may be left
plan_loss = { $rate } an hour over { $bottom }
plan_loss_own = { $rate } an hour over { $bottom }, { $hours } h of your own log in it
plan_has = of { $all }
plan_has_hooked = of { $all }, hook { $hook }
plan_has_some = { $all } in the box
plan_has_left = { $left } left of { $all }
plan_leader = { $metres } of { $least } to { $most } lb leader
plan_over_spot = { $order }; then rest it { $minutes } min and come back
plan_light = first light { $dawn }, sun { $rises } to { $sets }, last light { $dusk }
plan_always_light = the sun does not set that day
plan_never_light = the sun does not rise that day

fault_day = give a day, such as 2026-06-12
fault_time = give a time of day, such as 5:00
fault_no_time = the day ends before anything can be fished
fault_stop_time = no time is left for { $place }
fault_stops = a day has at most { $most } stops
fault_rods = give a number of rods from 1 to { $most }
fault_minutes = give whole minutes, { $least } at least
fault_no_stop = choose a stop

own_size = Own record: { $better } brought { $ratio } times the bites of { $lesser } ({ $least } to { $most }), turn about on { $stops } stretches
own_size_at_least = Own record: { $better } brought at least { $least } times the bites of { $lesser }, turn about on { $stops } stretches
