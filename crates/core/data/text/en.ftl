# Words of Yarrowfen, English. Syntax: Project Fluent, of it only text, holes and attributes.
# First the words of every code, by list; then every sentence by its code, with its holes.

Rig =
    .shaky_head = shaky head
    .ned = Ned
    .swing_head = swing head
    .tube = tube
    .swimbait = swimbait
    .jig_worm = jig worm
    .hover = hover
    .mid_stroll = mid-stroll
    .grub = jig head

BaitForm =
    .worm = worm
    .ribbon_worm = ribbon worm
    .stick = stick
    .minnow = minnow
    .paddle_tail = paddle tail
    .slim_shad = slim shad
    .split_tail = split tail
    .grub = grub
    .skirted_grub = skirted grub
    .tube = tube
    .craw = craw
    .creature = creature

Build =
    .slim = slim
    .usual = of usual build
    .fat = fat

Plastic =
    .floating = floating
    .standard = standard
    .salted = salted

Bottom =
    .bedrock = bedrock
    .boulder = boulders
    .chunk_rock = chunk rock
    .gravel = gravel
    .sand = sand
    .shell = shell
    .clay = clay
    .mud = mud
    .silt = silt
    .algae_film = moss

Cover =
    .none = no cover
    .sparse_grass = sparse grass
    .healthy_grass = healthy grass
    .dying_grass = dying grass
    .wood = standing wood
    .brush = brush
    .docks = docks

Clarity =
    .clear = clear
    .stained = stained
    .muddy = muddy

Light =
    .low = low
    .bright = bright

Season =
    .winter = winter
    .pre_spawn = pre-spawn
    .spawn = spawn
    .post_spawn = post-spawn
    .summer = summer
    .autumn = autumn

Species =
    .largemouth = largemouth
    .smallmouth = smallmouth
    .spotted = spotted bass
    .walleye = walleye
    .zander = zander
    .perch = perch
    .crappie = crappie
    .trout = trout

FishAt =
    .bottom = on the bottom
    .just_above = just above it
    .suspended = suspended

Forage =
    .crayfish = crayfish
    .goby = gobies
    .small_fish = small fish
    .insects = insects and leeches

Mood =
    .active = active
    .neutral = neutral
    .inactive = inactive

Pressure =
    .low = lightly fished
    .high = hard fished

School =
    .hang_time = hang time
    .bottom_contact = bottom contact
    .reaction = a reaction bite

LineKind =
    .braid = braid
    .fluorocarbon = fluorocarbon
    .mono = mono

WindSide =
    .behind = at your back
    .across = across the cast
    .ahead = in your face

Reel =
    .spinning = spinning
    .casting = casting

Material =
    .lead = lead
    .tungsten = tungsten
    .tin = tin
    .bismuth = bismuth

StandUpView =
    .stands = it stands
    .topples = it topples

SpringView =
    .fine = a screw holds best
    .hinders = a screw hinders the hook-set

HookTemper =
    .usual = as line and rod ask
    .flexible = bends free
    .stiff = stays stiff

LineView =
    .braid_leader = braid and leader
    .straight = straight fluorocarbon

HookSetView =
    .reel = reel into it
    .crack = crack the rod

ColourView =
    .by_clarity = by clarity
    .against = against clarity

HeadColourView =
    .ignored = does not matter
    .matters = matters

PointView =
    .as_cover = as the cover asks
    .hide = always hidden
    .free = always free

Shape =
    .ball = ball
    .mushroom = mushroom
    .football = football
    .bullet = bullet
    .stand_up = stand-up
    .glider = glider
    .half_moon = half-moon
    .pill = pill
    .keel = keel
    .pear = pear
    .minnow = minnow
    .wedge = wedge
    .tube_insert = tube insert
    .swing_football = swing football
    .nose_cone = nose cone
    .belly_weight = belly weight
    .under_spinner = under-spinner
    .propeller = propeller
    .nail_weight = nail weight

Tie =
    .top = tie on top
    .forty_five = tie at 45°
    .nose = tie at the nose
    .recessed = recessed tie

EyeTurn =
    .across = eye across the hook
    .in_line = eye in line with the hook

Keeper =
    .wire = thin wire keeper
    .barb = barb keeper
    .prong = prong keeper
    .screw = screw keeper

HookStyle =
    .round_bend = round bend
    .short_shank = short shank
    .long_shank = long shank
    .worm_offset = worm offset
    .wide_gap = wide gap
    .belly_weighted = belly-weighted

Wire =
    .light = light wire
    .medium = medium wire
    .heavy = heavy wire

Point =
    .exposed = point exposed
    .skin_hooked = point skin-hooked
    .weedless = point buried, weedless

Power =
    .ultra_light = ultra-light
    .light = light
    .medium_light = medium-light
    .medium = medium
    .medium_heavy = medium-heavy
    .heavy = heavy

Action =
    .fast = fast
    .moderate_fast = moderate-fast
    .moderate = moderate

BoxList =
    .head = head
    .hook = hook
    .bait = bait
    .line = line
    .rod = rod

Basis =
    .physics = computed
    .common_practice = common practice
    .published = published
    .own_record = own record

Course =
    .dragged = dragged
    .creeping = crept along
    .hopped = hopped
    .swum = swum
    .lift_and_kill = lifted and killed
    .shaken = shaken
    .scooted = scooted
    .vertical = straight below
    .dead_stick = left lying

Toothy =
    .none = none
    .now_and_then = now and then
    .likely = likely
    .unknown = unknown water

Judged =
    .time_to_bottom = down in time
    .contact = stays on the bottom
    .feel = bottom felt
    .castable = casts that far
    .sink_target = falls fast enough
    .snap_free = snaps free of grass
    .grind = grinds along
    .holds_depth = stays down at its depth
    .bow = goes where you send it in the wind
    .sink_ceiling = falls slowly enough
    .overpower = leaves the bait its life
    .snag = does not wedge
    .rod_max = within the rod's rating
    .hover_level = hangs level
    .everyday = is thrown every day
    .kept_up = does not sink through
    .shape_here = shape for this place
    .gap_free = gap left free
    .hook_length = hook length for the bait
    .point_cover = point for the cover
    .wire_line = wire for line and rod
    .rod_total = rod carries the whole

LowerBound =
    .time_to_bottom = too long to the bottom
    .contact = lifts off the bottom
    .feel = bottom not felt
    .castable = will not cast that far
    .sink_target = falls too slowly
    .snap_free = will not snap free of grass
    .grind = skips along instead of grinding
    .holds_depth = rises above its depth when reeled
    .bow = dragged along by the wind

UpperBound =
    .sink_ceiling = falls too fast
    .overpower = overpowers the bait
    .snag = wedges and snags
    .rod_max = over the rod's rating
    .hover_level = no longer hovers
    .everyday = heavier than anybody throws on this rig
    .kept_up = sinks through its depth when reeled

Topic =
    .weight = weight
    .shape = shape
    .tie = line tie
    .keeper = keeper
    .hook = hook
    .line = line
    .rod = rod
    .bait = bait
    .rig = rig
    .school = what it is fished for
    .note = note
    .caution = caution
    .turn = what to turn to
    .course = course
    .advice = bait advice
    .rigging = rigging
    .retrieve = retrieve
    .hook_set = hook-set
    .leave_when = when to leave it
    .step = a size up or down
    .phrase = wording
    .mend = what goes wrong

Direction =
    .up = up the slope
    .down = down the slope

FallBy =
    .slack = on a slack line
    .semi_tight = on a semi-tight line
    .tight = straight down on a tight line
    .pendulum = swinging back on a held line

MoveKind =
    .drag = drag
    .wind = reel
    .hop = hop
    .snap = snap
    .shake = shake
    .pause = pause
    .lift_kill = lift and kill
    .scoot = scoot
    .dead_stick = dead-stick
    .swim = swim
    .stroll = stroll

CurrentWay =
    .across = across the cast
    .toward = toward the rod
    .away = away from the rod

LiftCause =
    .line = the line pulls it up
    .flow = the current on the line lifts it
    .water = the water lifts the bait
    .bottom = the bottom falls away faster than it sinks

TackleItem =
    .rod = rod
    .rod_length = rod length
    .reel = reel
    .ratio = gear ratio
    .line = main line
    .leader = leader

TackleVerdict =
    .suits = suits
    .counted = computed with
    .does_not_load = does not load
    .overloads = lobs
    .too_heavy = cannot carry it
    .strong = strong
    .weak = weak
    .too_light_to_cast = too light to cast
    .thick = thick
    .stretches = stretches
    .teeth_cut = cut by teeth
    .opens_hook = opens the hook
    .seen = seen

HangCause =
    .edge = the line saws over an edge
    .step = the head is drawn into a step

UnitSystem =
    .metric = metric
    .imperial = imperial

Ladder =
    .oz = ounces
    .g = grams

Sits =
    .right = sits right
    .short = short: tail bites missed
    .wide = large for the bait
    .stiff = long: stiffens the bait
    .tight = tight in the gap for the bait
    .past_tail_root = comes out behind the tail root
    .gap_filled = gap filled by the bait

Axis =
    .wind = wind
    .current = current
    .retrieve = retrieve speed
    .drift = drift

TurnTo =
    .drop_shot = drop shot
    .linked_ball_offset = jointed ball head with an offset hook
    .weightless_worm = weightless worm
    .wacky = wacky
    .shaky_head = shaky head
    .ned = ned
    .swing_head = swing head
    .tube = tube
    .swimbait = swimbait
    .jig_worm = jig worm
    .hover = hover
    .mid_stroll = mid stroll
    .grub = grub

# The fields of a box, and what a measure is called beside its number.

HeadFields =
    .shape = shape
    .weight = weight
    .material = material
    .tie = line tie
    .post_mm = post height
    .eye = eye
    .keeper = keeper
    .hook = hook
    .hook_style = hook style
    .gap_mm = gap, measured
    .length_mm = hook length, measured
    .wire = wire

HeadMeasures =
    .post_mm = post height
    .gap_mm = gap
    .length_mm = hook length

HookFields =
    .hook = hook
    .hook_style = hook style
    .gap_mm = gap, measured
    .length_mm = length, measured
    .wire = wire

HookMeasures =
    .gap_mm = gap
    .length_mm = length

BaitFields =
    .form = form
    .length_mm = length
    .body_mm = thickest depth
    .tail_root_mm = tail root
    .plastic = plastic
    .colour = colour

BaitMeasures =
    .length_mm = length
    .body_mm = thickest depth
    .tail_root_mm = tail root

LineFields =
    .line = line
    .test_lb = test
    .diameter_mm = diameter, measured

LineMeasures =
    .test_lb = test
    .diameter_mm = diameter

RodFields =
    .least_g = casts from
    .most_g = casts to
    .power = power
    .action = action
    .length_m = length

RodMeasures =
    .least_g = casts from
    .most_g = casts to
    .length_m = length

# What the numbers are called that have limits.

Limit =
    .BENCH_AT = place of the hook
    .BAIT_LENGTH = bait length
    .BAIT_BODY = bait thickness
    .BAIT_MASS = weight of the bait
    .DEPTH = depth
    .DEPTH_MAX = deep end
    .FISH_DEPTH = depth of the fish
    .TEMPERATURE = water temperature
    .CURRENT = current
    .WIND = wind
    .WIND_MAX = strong end of the wind
    .DRIFT = drift
    .CAST = cast
    .TRAIL = line behind the boat
    .LIFT_FALL = fall of a lift
    .RETRIEVE = retrieve speed
    .TURNS = turns of the handle
    .REEL_TURN = line a turn
    .STAND = height of the stand
    .LINE_MM = line diameter
    .LINE_LB = line test
    .LEADER_LB = leader test
    .ROD_MIN = least casting weight
    .ROD_MAX = most casting weight
    .REEL_RATIO = gear ratio of the reel
    .ROD_LENGTH = rod length
    .HEAD_OZ = weight of the head in hand
    .HEAD_G = weight of the head in hand
    .HEAD_POST = post height
    .HEAD_GAP = gap
    .HEAD_HOOK_LENGTH = hook length
    .OWN_POST = post height
    .OWN_GAP = gap
    .OWN_LENGTH = hook length
    .OWN_TAIL_ROOT = tail root
    .OWN_ROD_LENGTH = rod length
    .REST = rest
    .FISH_LENGTH = length
    .SINK_SECONDS = time
    .SINK_HEAD = head

# --- Notes, cautions, turns, advice: data/rules

bait_depth_by_build = How thick it is was not measured: from { $slim_depth } to { $fat_depth } by maker, which asks for hooks from { $slim_hook } to { $fat_hook }. Measure it
bait_depth_assumed = How thick it is was not measured: from { $slim_depth } to { $fat_depth } by maker, which asks for hooks from { $slim_hook } to { $fat_hook }. Say its build, or measure it
no_hook_fits = No hook that is sold lies in this bait with its point free; the nearest is shown. { $hook_help }
hook_for_slimmer = Measure it: one up to { $hooked_depth } thick takes a hook. Or trim its nose, or turn to another rig
hook_for_other_bait = A longer bait takes one, or another rig
cannot_be_fished_here = A { $rig } cannot be fished here, whatever speaks for it: over this bottom, in this cover or for fish at that depth it bogs down, hangs or passes them by. Turn to another rig
rig_floats = This bait carries its head: it floats and never gets down. A heavier head, another plastic or a smaller bait
bait_too_heavy_for_rod = This bait is too heavy for that rod: with the lightest head they weigh { $total } g, it is rated to { $rod_most } g; a bait of { $bait_most } g would go
temperature_assumed = No temperature given: { $temp } is assumed for { $season }
bait_outside_rig = A { $length } { $form } is no usual bait for the { $rig } ({ $rig_least } to { $rig_most }); the numbers hold, the habit may not
cold_water_big_fish = Under { $cold_c } the big ones take small, slow baits too
hot_water_big_fish = Over { $hot_c } the big ones take small, slow baits, deep or in shade
numbers_not_size = Between cold and hot a small bait is for numbers more than for size
count_down_above_bottom = Count to { $count } and begin: it is then { $fish_depth } down, and { $why_count }
why_count_film = the film on the bottom fouls it
why_count_look_up = fish look up
too_little_presence = In muddy water a tiny silent bait is poor: go bigger, black or bright
disputed_colour = Clear water: natural colours by habit, but others win with bright ones; try both
disputed_flexible_hook = Rock and wood: a hook that bends comes free and can be straightened, a stiff one pulls harder. Both have their followers; this answer ties { $wire }
flexible_hook = By your view the hook may bend free: straighten it once, then change it
swept_by_current = The current carries it about { $carried } while it falls: cast that far up-current of the mark
lies_down = This plastic sinks: at rest the bait lies or leans, only floating plastic stands up
colour_against = Colour against clarity, as you prefer it: see what the bait is to be
unlike_usual_weight = No head does it all here; anglers on the { $rig } mostly tie { $usual_least } to { $usual_most } oz
disputed_weight = Good anglers part here: { $sides }
dispute_side = fished for { $school }: { $label }

toothy_fish_leader = Fish with teeth: 20 to 30 lb fluorocarbon at least, a wire trace where you do not know the water
rod_overloaded = Head, hook and bait weigh { $total } g, the rod is rated to { $rod_most } g: no full cast, a soft lob
ice = Trust no ice you have not tested, and never alone
cold_water = Cold water disables in minutes: wear a life jacket in a boat
wading_current = This current carries a wader off: staff, belt, and a way out downstream
rough_water = Wind for waves: life jackets on, and a lee in reach before it grows
deep_fish_pressure = Fish from below { $pressure_depth_m } suffer from the pressure: bring few up, and slowly
warm_water_release = Warm water kills released fish: fight short, keep them in the water
lead_rules = Small lead may be banned here: check. Wash your hands, never bite it
hook_handling = Eye protection, look behind you, pliers for the hook; a deep one is for a doctor
lightning_power_lines = Thunder: put the rod down and leave. Keep clear of power lines
check_line_on_shell = Shells cut line: run the last metre through your fingers often, and retie
posts_and_ropes = Docks: keep off moored boats and ropes; private ones are private
local_rules = Season, size, licence and night rules: local law decides, not this page
clean_drain_dry = Clean, drain and dry between waters; take old plastic home

drop_shot_over_weed = if weed or slime lies deeper than a hand on the bottom
drop_shot_over_grass = if it fouls at every cast: hold the bait over the weed
drop_shot_held_still = if fish look and will not follow: hold it still in front of them
drop_shot_off_soft_bottom = if the head sinks into the bottom and the bait with it
linked_ball_in_cover = if it hangs in cover even with the point hidden
linked_ball_saves_heads = if heads are lost: a jointed ball with an offset hook comes free
weightless_in_thin_water = if even the lightest head comes down too hard in so little water
weightless_over_weed = over the top of the weed, where any head digs in
jig_worm_in_crisp_grass = in crisp grass: a flat head that snaps free
hover_for_hanging_fish = if fish hang off the bottom and will not come down
hover_for_shy_fish = if fish rise to it and turn away
mid_stroll_in_the_open = if they follow small fish in the open
swimbait_for_chasers = if they chase small fish
swimbait_over_film = swum a hand over the film
tube_among_stones = if they root among stones for crayfish or gobies
swing_head_on_the_feed = if they are on the feed over hard bottom: cover it winding slowly
ned_second_pass = for a smaller, quieter second pass
shaky_head_longer_worm = for a longer worm and a bigger mouth on the same bottom
shaky_head_in_wood = in wood and under docks: its point is hidden
grub_plain_and_cheap = plain and cheap, where fish are many or heads are lost
shaky_head_without_grass = where there is no grass to snap it out of
wacky_on_the_fall = if all bites come on the fall

no_bait_for_this_rig = a { $form } is no bait for the { $rig }
worm_out_of_mud = on soft bottom: a worm sticks up out of the sediment
worm_for_leeches = where they take leeches and larvae: thin and plain
craw_on_stone = on stone where crayfish live
craw_for_crayfish = where they eat crayfish
tube_among_the_stones = where gobies or crayfish live among stones
tube_for_gobies = where they eat gobies
skirted_grub_on_sand = dragged over sand where gobies live
paddle_tail_for_small_fish = where they eat small fish
minnow_off_the_bottom = for fish off the bottom: slim and level
creature_in_mud = in muddy water: more to feel and to see
stick_for_wary_fish = for fish that have seen much: plain and still
split_tail_in_cold_water = in cold clear water a tail that only quivers
grub_for_small_mouths = small and lively for small mouths
floating_stick_in_mud = in floating plastic, which stands up out of the mud

bait_colour = Colour { $family }{ $light }
family_clear = clear and natural: smoke, pale green, sand brown
family_stained = darker: green and brown with a touch of contrast
family_muddy = black, chartreuse, or white with orange
family_perch_clear = white and silver for perch
family_perch_stained = orange for perch in coloured water
family_clear_against = bright white, pink or chartreuse, against the usual
family_stained_against = pale and natural, against the usual
family_muddy_against = plain dark brown, against the usual
food_crayfish = brown with an orange fleck for crayfish
food_goby = sand and dark olive for gobies
food_small_fish = pearl or silver under a dark back for small fish
food_insects = black or dark brown for leeches and larvae
light_low = ; a chartreuse tail in low light
light_bright = ; subtle under a high sun
head_colour = Head in the colour of the bait's back, as you hold that it matters
bait_longer = Muddy: up to { $longer } on this rig, for presence
bait_shorter = Down to { $shorter } for fish that hang back
bait_lighter_plastic = Plain plastic in place of salted: it hangs longer for fish off the bottom
bait_floats = Floating or plain plastic: salted sinks into soft bottom and lies there

tie_of_the_rig = On this rig the line is always tied there
tie_in_cover = A tie at the nose comes through cover; a post on top would hold it
tie_in_clear_water = Clear water: a tie at 45° lifts the bait half as much and looks quieter
tie_in_rock = Rock wears knots: a recessed tie saves the line and leaves the hook-set free
tie_when_shy = Fish that hang back or have seen much: a tie at 45° lifts the bait less and looks quieter
tie_under_bright_sun = Bright sun and fish that are not chasing: a tie at 45° lifts the bait less and looks quieter
tie_low_for_the_point = Tied on top the eye would stand before the point: a recessed tie leaves the hook-set free
tie_on_top_off_bottom = Tied on top, the bait hangs level under the line
tie_for_action = Tied on top, the head stands up most when it is pulled

heavier_not_felt = if you cannot tell when it lands
heavier_not_down = if it does not get down to the fish
lighter_snags = if you lose heads to the bottom
lighter_crash = if they turn away from the crash
lighter_on_the_fall = if bites come only on the fall

crack_as_preferred = Crack the rod, as you prefer; others reel into the fish and lean
reel_then_lean = Reel until the line is tight, then lean into it

thread_mark = Mark the bait { $exit } from the nose: there the bend ends
thread_down = Thread it down the middle, out there
thread_seat = Push the nose onto the wire until it lies flush against the head, dead straight
thread_screw = Turn the screw in before you tie on, then pinch the nose over the eye
thread_barb = Push the nose over the barb until it lies flush against the head, dead straight
thread_prong = Hook the prongs into the nose; it lies flush against the head, dead straight
thread_tuck = Tuck the point just under the skin of the back
weedless_in = Point { $nose_mm } into the nose, out at 45°, pull the shank through and turn the hook
weedless_mark = Lay it along: mark the bait { $exit } from the nose
weedless_through = Push the point straight through at the mark, lay it back just under the skin; the bait must hang straight

slower_retrieve = draw at half the speed, { $value }
slower_drift = brake the drift to { $value }
thinner_line = use braid of { $value }
shorter_cast = cast half as far, { $value }
slack_water = fish the slack beside the current, { $value } or less
wind_behind = cast with the wind at your back
out_of_the_wind = fish under a lee, { $value } or less
tungsten = tie on tungsten: smaller, and more of its weight is left in water
stronger_rod = take a rod rated for more
bulkier_bait = hang a bulkier bait on it: it carries more weight at the same fall

# --- How it goes through the water: data/courses.toml and data/rigs

course_asked = as you asked
course_reaction = a bite by reaction wants a hard lift and a crash
course_lies_still = it works lying on the bottom: moved little, rested long
course_grinds = it lives by grinding along the bottom
course_bumps = it bumps along from stone to stone
course_drags_and_hops = it is dragged and hopped along the bottom
course_snapped = it is snapped free of the stalks and falls beside them
course_scooted = on the bottom it is flicked along: it skates and falls again
course_shaken = for fish off the bottom: it sinks slowly, level, on slack line
course_vertical = under the rod it is lifted and lowered
course_lift_and_kill = fish hang and do not chase: it is brought to them, then it falls
course_swum = fish off the bottom: it is reeled past them at their depth
course_swum_chase = they chase: it is reeled past them at their depth
course_feeding_up = they feed upward, on small fish: sweep it up and let it fall
course_hangs = fish hang off the bottom: it is brought to them, then it falls
course_feeds_up_on_fry = they feed upward, on small fish: lift it and let it fall
course_over_moss = over moss it is swum, the rod up, and touches nothing
course_hopped = bites come on the fall: lift it, let it fall
course_creeps = close over the bottom, touching now and then

floats_on_top = It floats: no wait brings it down
dragged_down = Let it fall { $how }, { $fall_time } s; rest it { $rest } s
dragged_moves = Then { $moves }; repeat, at { $speed }, in contact
hopped_moves = Then { $moves }; repeat: each fall lasts some { $lift_time } s
hopped_on = Then { $moves }; repeat: half the cast out a lift hardly leaves the bottom, so lift longer and quicker there
lift_plan_reached = At { $away }, { $label } lifted by { $line } of line ({ $turns } turns of the handle) falls { $fall }
lift_plan_nearest = No lift near this weight falls that long; at { $away }, { $label } lifted by { $line } of line ({ $turns } turns) comes nearest: { $fall }
lift_falls = { $fall } at { $away }
lifts_fall = After a lift it falls for { $falls }
lifts_hardly = { $away } out a lift hardly leaves the bottom: lift longer and quicker there, or hold the rod higher
lifts_both = { $falls }; { $hardly }
hopped_in_current = Then { $moves }; repeat: the current carries each fall another way
leaves_its_depth = No even beat keeps it at that depth: watch the count, let it sink where it has risen, reel where it has sunk
count_to_fish = Count to { $count }: it is then { $fish_depth } down, with the fish
swum_moves = Then { $moves } at { $speed }, { $turns }; repeat
swum_reel = Slower as it comes nearer: the line lifts it; quicker where it sinks
lift_and_kill_moves = Then { $moves } at { $speed }; repeat: it falls in front of them
shaken_moves = Then { $moves }; repeat, on slack line
scooted_moves = Then { $moves }; repeat: it skates and falls
vertical_down = Let it down under the rod, { $fall_time } s
vertical_moves = Then { $moves }; repeat: small lifts, long rests, felt all the way
dead_stick_moves = Then { $moves }; repeat: the wait does it
judged_holds = { $need }: yes
judged_fails = { $need }: no
judged_near = { $need }: { $has }, { $wanted } wanted: near enough
judged_not_asked = { $need }: not asked here
judged_about = { $need }: { $has }, about { $wanted } wanted
judged_at_least = { $need }: { $has }, at least { $wanted } wanted
judged_at_most = { $need }: { $has }, at most { $wanted }
shape_shut_out = A { $shape } head cannot be fished here: { $place }
one_turn_a_second = a turn of the handle a second
turns_a_second = { $turns } turns of the handle a second
turn_in = a turn of the handle in { $seconds } s

# --- The rigs: data/rigs

ned_crash = Let it fall with the bail open, { $fall_time } s; rest it { $rest } s
ned_snap = Then { $moves }; repeat: a short lift, bail open, and it crashes back
count_each_fall = Count each fall; one that stops early is a fish
ned_fall = Let it fall { $how }, { $fall_time } s; rest it { $rest } s: most bites come then
ned_moves = Then { $moves }; repeat, at { $speed }
ned_pendulum = Or lift a hand's breadth, swing back tight
up_the_slope = Cast deep, come up the slope
ned_set_light = Reel until the line is tight, then sweep. Never snap: the wire is light
ned_set_stout = Reel until the line is tight, then sweep hard: the wire is stout
ned_leave_chase = Fish chase: cover water with a small swimbait and come back with this
ned_leave = Nothing in a quarter of an hour where fish are, or slime on the hook at every cast
rest_after_landing = Most bites come within 15 s of landing: rest it first
fall_to_bottom = Let it fall { $how }, { $fall_time } s to the bottom
grub_moves = Then { $moves }; repeat: two turns of the reel after each lift
grub_fall = Half the cast out each fall lasts some { $lift_time } s; most bites come then
falls_carried = The current carries each fall another way: most bites come then
grub_third = The head a third into the nose: too little or too much spoils the swim
grub_set = A short firm lift at the tick on the fall; keep the line tight
grub_leave_boulders = It hangs at every cast: a jointed ball with an offset hook
grub_leave = Taps and no hold: a smaller grub, or the hook further back
small_steps = Zander: change by steps of 2.5 g until each fall lasts 2 to 3 s
cast_up_current = In a push cast up and across, and let it come down on a tight line
tie_behind_nose = The tie comes out { $tie_back_mm } behind the nose
hover_count = Cast past the fish and count it down to just above them: it sinks slowly
hover_moves = Then { $moves }; repeat, reeled at { $speed }, on slack line so that it rolls
hover_stop = Stop when one follows: let it glide down in front of it
hover_scoot = Or let it fall to the bottom and scoot it along
hover_cone = Push the cone into the nose until its tip lies just under the skin
hover_nail = Push the nail into the nose, the back or the belly until only its head shows, and hang the bait on a hook with its eye turned across
hover_exit = The bend comes out { $exit } from the nose, dead straight: it must hang level
hover_set = No snap: reel until it is heavy, the light wire goes in by itself
hover_leave = Wind bows the line so that it no longer rolls on the spot, or the water is too dark to be seen in
tie_further_back = A tie further back glides more but twists the line on a fast retrieve
jig_worm_fall = Cast to the edge, let it fall { $how }, { $fall_time } s; rest it { $rest } s
jig_worm_moves = Then { $moves }; repeat, at { $speed } until it touches a stalk
jig_worm_free = Snapped free it falls at once: there they take it
jig_worm_set = The point is open: reel tight and sweep sideways, the stalks come along
jig_worm_leave_grass = The grass turns slimy and no longer tears
jig_worm_leave_here = Here already: it lives by crisp grass, and there is none
only_crisp_grass = This rig is for healthy, crisp grass or its edge: elsewhere another suits more
mid_stroll_count_fish = Count it down to a hand above the fish, { $count } s
mid_stroll_moves = Then { $moves }; repeat, reeled at { $speed }, in an even beat: it rolls and keeps its depth
mid_stroll_follow = Do not stop when one follows: keep the beat, then kill it once
mid_stroll_in = Push the head into the nose, its tip just under the skin
mid_stroll_tie = The tie comes out { $tie_back_mm } behind the nose, on the back's middle line
mid_stroll_exit = The bend comes out { $exit } from the nose, dead straight
mid_stroll_try = Shake it beside you: it must roll to both sides alike
mid_stroll_set = Wind through the slack into the fish, then sweep
mid_stroll_leave = Fish on the bottom will not come up, or wind takes the slack out of your hand
beat_keeps_depth = The weight is right when your beat keeps it at its depth: sinking, lighter or faster
shaky_fall = Follow it down { $how }, { $fall_time } s; rest it { $rest } s
shaky_moves = Then { $moves }; repeat, at { $speed }: pops in place and long rests, minutes a cast
shaky_rest = Do not shake all the way: let it rest
shaky_up = Cast deep and bring it up, so that it keeps the bottom
shaky_set = Drop the rod, reel tight, then a firm sweep drives the point out of the skin
shaky_leave = Three spots cleaned up and no bite: go back to something fast, and follow it with this
follow_up = Its best use is to clean up a place that a fast lure has found
skip_under = Skip it far under: a bullet head and a straight worm go furthest
spawning_fish = Fish on beds: closed by law in places; let them go at once, on the spot
swimbait_count = Count it down, { $fall_time } s to the bottom
swimbait_moves = Then { $moves }; repeat, at { $speed }: creep just over the bottom, touch it now and then
swimbait_slide = Slide it { $slide_m } at a time where fish hold
swimbait_flat_nose = Cut the nose of the bait flat: it then meets the ball without a step
swimbait_try = Swim it beside you once: a bait that leans is threaded crooked
swimbait_set = Set at once when it turns weightless: a fish has picked it up; else sweep into the weight
swimbait_leave = Fish follow it and turn away: smaller, slower, or hung in front of them
weightless_take = The take is often a loss of weight, not a pull
stay_over_moss = Moss or weed: go lighter, count it down and stay { $over_moss_m } above
flash_when_refused = Fish found that will not eat: a spinner under the head, or a propeller reeled dead slow
swing_fall = Let it reach the bottom, { $fall_time } s; rest it { $rest } s
swing_take_up = Drag { $take_up_m } to take the bow out of the line
swing_moves = Then { $moves }; repeat, at { $speed }, in contact: grinding, not swimming
swing_reel = A reel of 6:1 or slower
swing_hang = Hang the hook on the head: it must swing freely
swing_mark = Thread the bait on to the mark, { $exit } from the nose; the point stands free
swing_straight = It must hang straight: a crooked bait rolls and twists the line
swing_set = Keep winding at the bite until it is heavy, then lean into it
swing_leave_soft = It bogs down in soft bottom: leave it now
swing_leave = Weed or slime on it at every cast, or fish that only nip the tail
big_bait_lifts = A big bait lifts the head when reeled: slower, or heavier
tube_crash = Let it crash down on an open bail, { $fall_time } s
tube_snap = Then { $moves }; repeat: hard off the bottom, bail open, let it drop again
tube_spiral = Give it slack on the fall, { $fall_time } s: it spirals; watch the line for a jump
tube_moves = Rest it { $rest } s, then { $moves }; repeat, at { $speed }: it bumps from stone to stone
tube_moves_smooth = Rest it { $rest } s, then { $moves }; repeat, at { $speed }
tube_hang = A hop when it hangs, then slack again; swim it when they follow
tube_insert = Wet the head and push it up inside the tube, to { $spiral_gap_mm } from the nose: the gap widens the spiral
tube_tie_out = Press the tie out through the wall near the nose
tube_exit = The bend comes out { $exit } from the nose; point up, straight along
tube_set = Reel down and sweep: the point has to cross one wall of the tube
tube_leave = Wood or weed on every cast, or fish that follow and will not take it down
slack_spirals = On a tight line it falls straight: the spiral wants slack

words = { $words }
keeper_by_plastic = { $words }

# --- Moves of a retrieve

move_done = { $kind } { $amount }
move_at = { $kind } { $amount } at { $speed }

# --- The weight, its window, and what could give: src/say/weight.rs

lower_time_to_bottom = longer than { $wait } s to the bottom
lower_sink_target = falls too slowly to be fished for { $school }, under { $least }
lower_contact_nose = too light to hold the bait's nose on the bottom
lower_contact_drift = lifts off behind a drift of { $speed }
lower_contact_lying = lifts off the bottom under the pull of the line
lower_contact = lifts off when drawn at { $speed }
lower_feel_current = bottom not felt: wind and current pull { $pull }
lower_feel_wind = bottom not felt in { $wind } of wind: { $pull } to be felt over
lower_feel_hand = bottom not felt: the hand asks for { $pull }
lower_castable = will not cast { $cast }
lower_castable_wind = will not cast { $cast } in { $wind } of wind
lower_snap_free = will not snap free of the grass
lower_holds_depth = rises above { $depth } when reeled at { $speed }
lower_bow = gusts of a { $wind } wind pull { $pull } on the line and drag it along
upper_kept_up = sinks through { $depth } even when reeled at { $speed }
keeps_its_depth = Reeled at { $speed } it keeps its { $depth }: { $balance } would just balance line and lift at half the cast
course = { $course }, { $why }
lower_least_for_fish = lighter than people fish for { $fish }
lower_grind = skips along the bottom instead of grinding over it
upper_sink_ceiling = falls too fast for { $mood } fish at { $temp }, over { $most }
upper_overpower = drags the life out of a { $length } bait
upper_snag = wedges and snags in { $place }
upper_rod_max = more than the rod throws
upper_everyday = more than { $most } is hardly thrown on this rig
upper_hover_level = nose down into a spiral: a { $length } bait no longer hangs level
fall_speed_tight = Falls { $speed }, { $depth } in { $seconds } s; for { $school } about { $wanted } is wanted
fall_speed = Falls { $speed } on a tight line, { $depth } in { $seconds } s { $how }; for { $school } about { $wanted } is wanted
grinds = Grinds along the bottom by its weight: it is not fished for its fall
off_the_bottom = Fished off the bottom: it need not be felt there
felt = Weighs { $weight } in water; { $pull } are enough to feel it over hand, wind and current
not_felt = Weighs { $weight } in water, and { $pull } are needed to feel it land
lifts_off = Drawn this fast it lifts off: { $pull } are needed to hold bottom
window = The window runs from { $least } ({ $lower_by } below) to { $most } ({ $upper_by } above)
own_sink_tests = Your { $tests } sink tests: { $factor } times the book's drag (± { $error }); it falls at { $speed }
oz_and_g = { $oz } oz ({ $g } g)

LowerNeeds =
    .time_to_bottom = takes too long to the bottom
    .contact = lifts off the bottom
    .feel = is lost to the hand
    .castable = does not cast that far
    .sink_target = falls too slowly
    .snap_free = does not snap free of the grass
    .grind = skips along instead of grinding
    .holds_depth = rises above its depth
    .bow = is dragged along by the wind
UpperSuffers =
    .sink_ceiling = falls too fast
    .overpower = drags the life out of the bait
    .snag = wedges and snags
    .rod_max = overloads the rod
    .hover_level = no longer hovers
    .everyday = is more than anybody throws on this rig
    .kept_up = sinks through its depth
conflict_bounds = No weight does it all: under { $least } it { $needs }, over { $most } it { $suffers }. { $so }
conflict_no_rung = No head is sold between { $least } and { $most }; { $label } is the nearest
lobs_over_rod = { $label } loads the rod over its rating: lob it softly
too_heavy_for_rod = { $label } is the lightest, and this bait is too heavy for that rod
keeps_everyday = { $label } is the heaviest in everyday use: something else must give
keeps_within_rod = { $label } keeps within the rod
least_given_up = { $label } is the best compromise
does_the_work = { $label } does the work and pays for it
change_then = { $change }: then { $label }
change_nearer = { $change }: nearer, then { $label }

trigger_wind_over = wind over { $value }
trigger_wind_under = wind under { $value }
trigger_depth_over = deeper than { $value }
trigger_depth_under = shallower than { $value }
trigger_current_over = current over { $value }
trigger_current_under = current under { $value }
trigger_drift_over = drift over { $value }
trigger_drift_under = drift under { $value }
trigger_retrieve_over = reeled faster than { $value }
trigger_retrieve_under = reeled slower than { $value }
trigger_temperature_under = water under { $value }
or_if = { $first }, or { $second }

covers_all = { $heads } covers all of it
covers_none = No set of four heads covers all of it: fish it in parts
covers_between = No one head covers it; { $count } do: { $heads }
one_or_other = { $first } or { $second }
one_then_other = { $first }; { $second }
head_at_depth = { $label } at { $depth }
head_over_depths = { $label } { $from } to { $to }
head_at_wind = { $head }, wind at { $wind }
head_over_winds = { $head }, wind { $from } to { $to }

# --- Hook, shape, tie, keeper, point, line, school: src/say

gap_fits = Gap { $gap } for a bait { $depth } thick, of which half lies above the shank: the point stays clear
gap_tight = Gap { $gap } is tight for a bait { $depth } thick: the point comes free only as the plastic gives
gap_filled = Gap { $gap } is small for a bait { $depth } thick: the plastic fills it and the point never bites
hook_long = The hook takes { $share } % of the bait and stiffens it
hook_length_stiff = Its { $length } take { $share } % of the bait: the rest moves
hook_length = Its { $length } take { $share } % of the bait: most of it moves
past_tail_root = It comes out at { $exit }, behind the root of the tail
wire_straightens = A line of { $line } lb straightens { $wire }
WireSays =
    .light = Light wire goes in at a pull of the reel; a cracked rod cuts flesh with it
    .medium = Medium wire stands a firm sweep
    .heavy = Heavy wire for strong line and rod

shape_by_traits = { $shape } over { $place }: { $says }
place_with_cover = { $cover } on { $bottom }
shape_asked = { $shape }, as you asked: { $says }
shape_would_suit = A { $shape } would suit better here
rank_no_cover = open water
rank_not_on_shape = a { $shape } head
pear_hangs_level = Perch and crappie off the bottom: a pear hangs level under the line and waits before them
pear_straight_below = Straight below: a pear hangs level under the rod
glider_for_wary_fish = Fish on open bottom that have seen everything: a glider skates away from the line as it falls
shape_close_second = A { $shape } would do nearly as well here
shape_wood = Hangs up if wood turns up; a bullet head comes through it
disputed_stand_up = Whether a head stands the bait up is disputed: sinking plastic leans over, and a narrow, tall foot topples when pulled
disputed_stand_up_topples = You see flat heads topple: its foot counts for half here. Others see it stand the tail up
ShapeSays =
    .ball = glances off what it meets and costs little to lose
    .mushroom = its flat face quivers on a tight line and stands the bait up at rest
    .football = rocks from side to side as it is dragged
    .bullet = goes through grass and wood point first
    .stand_up = its flat foot is meant to hold the tail up
    .glider = skates sideways on the fall
    .half_moon = sits between a ball and a mushroom and corkscrews a little on the fall
    .pill = narrow from the front, so it tracks straight and cuts current
    .keel = falls fastest for its weight and cuts current
    .pear = carries its weight forward and hangs level
    .minnow = flows into the bait and swims straight
    .wedge = slips through weed from its point
    .tube_insert = sits inside the tube and drives the spiral
    .swing_football = grinds along hard bottom with the bait swinging free behind it
    .nose_cone = sits inside the nose, hangs level and glides
    .belly_weight = weedless, with its weight under the belly
    .under_spinner = adds flash under a swimbait
    .propeller = turns and hums when reeled dead slow
    .nail_weight = lies in the plastic under a hook with its eye turned across, so the bait sinks level and rolls

# The same of what is fished off the bottom.
ShapeOffBottom =
    .ball = costs little to lose and swims straight enough
    .mushroom = its flat face slows the fall a little
    .football = is wide from the front and swims higher
    .bullet = goes through grass and wood point first
    .stand_up = is no better and no worse than a ball off the bottom
    .glider = skates sideways on the fall
    .half_moon = corkscrews a little on the fall
    .pill = narrow from the front, so it tracks straight and cuts current
    .keel = falls fastest for its weight and cuts current
    .pear = carries its weight forward and hangs level
    .minnow = flows into the bait and swims straight
    .wedge = slips through weed from its point
    .tube_insert = sits inside the tube and drives the spiral
    .swing_football = lets the bait swing free behind it
    .nose_cone = sits inside the nose, hangs level and glides
    .belly_weight = weedless, with its weight under the belly
    .under_spinner = adds flash under a swimbait
    .propeller = turns and hums when reeled dead slow
    .nail_weight = lies in the plastic under a hook with its eye turned across, so the bait sinks level and rolls

PointSays =
    .none = No weed or wood to hang in, so the point stands free
    .sparse_grass = Some grass about: the point just under the skin comes through and still bites
    .healthy_grass = Crisp green grass tears when you snap, so the point may stand free
    .dying_grass = Slimy dying grass does not tear; hide the point
    .wood = Wood holds a free point; hide it
    .brush = Brush holds a free point; hide it
    .docks = Posts and ropes hold a free point; hide it

KeeperSays =
    .floating = Tough floating plastic turns onto a screw and stays there for many fish
    .standard = A thin wire does not split soft plastic
    .salted = Heavy salted plastic slides off a wire; a barb holds it

SchoolSays =
    .hang_time = the lightest head that works; the fall is the lure
    .bottom_contact = weight enough to know at all times where the bottom is
    .reaction = a fall fast enough to startle a bite out of them

eye_top = eye across the hook, on a short post: a tall one gives more action but blocks the hook-set
eye_recessed = eye across the hook, sunk in the head: nothing stands before the point
eye_nose = eye across the hook, no post: nothing holds wood or grass
eye_low = eye across the hook, a low post: it slides past the lip
post_blocks = The eye stands { $high } over the shank and the point { $gap }: a tall post blocks the hook-set, take a low or sunk one
keeper_without_spring = You find that a screw hinders the hook-set: prongs hold tough plastic too, for fewer fish
disputed_spring = Some say that a screw or spring in the nose hinders the hook-set

point_rig_hides = On this rig the point always lies just under the skin: it comes through and still bites
point_rig_open = This rig lives by an open point: it rips free of crisp grass
point_by_view = The point as you prefer it
disputed_hidden_point = A hidden point costs some bites; others leave it free and lose heads

hand_rod_suits = Your { $rod } rod carries this { $total } rig
hand_rod_too_heavy = Your { $rod } rod cannot carry this { $total } rig
hand_rod_overloads = Your { $rod } rod takes this { $total } rig as a soft lob, not as a full cast
hand_rod_does_not_load = Your { $rod } rod does not load with { $total }: short casts only
hand_rod_strong = Your { $rod } rod is strong for this rig: set softly. A { $usual } rod is usual
hand_rod_weak = Your { $rod } rod is soft for this rig: set with the reel. A { $usual } rod is usual
hand_rod_length = Casts and lifts are computed for your { $length } rod
hand_ratio = With your { $ratio }:1 reel this retrieve is { $turns }
hand_reel_suits = Your { $reel } reel throws this rig
hand_reel_too_light = The rig weighs { $total }; a casting reel throws well from about { $least }
hand_line_test = { $test } lb ({ $diameter })
hand_line_suits = Your { $kind } of { $diameter } suits this rig; it is computed with
hand_line_thick = Your { $kind } of { $diameter } is thick for this rig: it slows the fall and catches wind
hand_line_stretches = Your { $kind } of { $diameter } stretches at this range: set with a longer sweep
hand_leader_suits = Your { $leader } lb leader suits this rig
hand_leader_teeth = Fish with teeth cut a { $leader } lb leader: at least { $least } lb, or wire
hand_leader_opens = Your { $leader } lb leader opens { $wire } before it breaks
hand_leader_weak = Your { $leader } lb leader is light for this cover: check it for wear
hand_leader_seen = Your { $leader } lb leader is thick for clear water
thin_leader_in_clear_water = Clear water: the thin end of the leaders, { $least } to { $most } lb
straight_for_skipping = Straight fluorocarbon: it skips under docks without a knot in the guides
straight_by_view = Straight fluorocarbon, as you prefer; others tie a leader to braid
straight_by_rig = Straight fluorocarbon: it wears least on hard bottom

school = Fished for { $school }, { $why }: { $says }
school_asked = as you asked
school_contact_fish = the usual one for { $species }
school_off_bottom = since it is swum for suspended fish, where there is nothing to touch
school_deep_drift = the usual one for deep fish from a drifting boat
school_strong_wind = since the wind takes the feel of a light head
school_strong_current = since the current sweeps a light head along
school_deep = the usual one for this rig in deeper water
school_rig = the usual one for this rig and these fish

# --- Which rig: src/say/rank.rs

rank_form = a { $form }
rank_short = a bait this short
rank_long = a bait this long
rank_bottom = { $bottom } below
rank_fish_at = fish { $fish_at }
rank_forage = fish that eat { $forage }
rank_mood = { $mood } fish
rank_clarity = { $clarity } water
rank_depth = { $depth } of water
rank_current = { $current } of current
rank_wind = { $wind } of wind
rank_crossed = no weight that does it all
rank_least_against = least against it
rank_suits = suits { $what }
rank_excluded = cannot be fished: { $place }
rank_not_for = not for { $what }
rank_as_well = the { $rig } suits this at least as well
rank_no_weight = no weight does it all
rank_suits_more = { $what } suits the { $rig } more
rig_ranked_first = No rig was asked for: of the nine the { $rig } suits this most ({ $what }); next the { $next }

# --- The trace: src/say/trace.rs

saw_rig = { $score }: { $parts }
saw_part = { $score } { $what }
saw_wanted_fall = { $speed } asks for { $mass }
saw_not_asked = not asked on this rig
saw_does_not_apply = does not apply
saw_no_lighter = no lighter than { $mass }
saw_no_heavier = no heavier than { $mass }
saw_in_window = the lightest in the window near the wanted fall
saw_bounds_cross = the bounds cross: the nearest that does the work
saw_no_rung = no size lies in the window: the nearest
saw_score = scores { $score }
saw_hook = gap { $gap }, length { $length }: { $against } against it
saw_holds = holds
saw_holds_not = does not hold
saw_passed_over = holds, and was said or settled by another

# --- The box: src/say/own_box.rs

own_sooner = { $seconds } s sooner than the weight asked for
own_later = { $seconds } s later than the weight asked for
own_too_light = too light: { $need }
own_too_heavy = too heavy: { $need }
own_misfit = a { $shape } would suit this place better
own_open_point = its point stands open where it should be hidden
own_hook_long = { $sits }: { $length } long, { $share } of the bait where { $wanted } is asked for; { $gap } of gap { $how }
own_hook_gap = { $sits }: { $gap } of gap { $how }, { $wanted } asked for
own_hook_number = { $hook } (its number says { $size })
own_measured = measured
own_by_number = by its number
own_none = No head in your box that this rig is fished with; the answer is { $ideal }
own_just_so = Tie on your { $title }: it is the weight asked for, { $count } left
own_serves = Tie on your { $title }, { $off }, within the window; { $count } left
own_answered = Tie on your { $title }, as answered: no head does it all here; { $count } left
own_nearest = The nearest in your box is the { $title }, { $off }, and it does not do everything
in_metal = { $label } { $metal }
own_ideal = { $label } { $shape }
own_ideal_hook = { $ideal }, hook { $size } { $style }
own_a_hook = a hook { $size } { $style }
own_lacks = Your box lacks { $what }
own_lacks_both = Your box lacks { $first } and { $second }
off_none = the weight asked for
off_one_heavier = a size heavier than asked for
off_one_lighter = a size lighter than asked for
off_heavier = { $rungs } sizes heavier than asked for
off_lighter = { $rungs } sizes lighter than asked for
rod_over = overloaded: { $total } g on a rod for { $most } g
rod_under = hardly loads: { $total } g on a rod from { $least } g
rod_carries = carries the { $total } g that hang on it
line_asked = { $least }–{ $most } lb { $role } asked for
line_unknown = { $asked }; its test is not written down
line_fits = as { $role }
line_measured = { $line }, { $own } measured; the window is computed with { $computed }
role_main = main line
role_leader = leader
buy_head = { $label } { $shape }
buy_head_hook = { $label } { $shape }, hook { $size } { $style }
buy_hook = hook { $size } { $style }
why_buy_head = the window there runs from { $least } to { $most } g, and no head of yours with a hook that fits lies in it
why_buy_hook = no hook of yours leaves its point free in that bait

# --- The bench: src/say/bench.rs

seat_verdict = Gap { $gap } against { $depth } of bait where it bends, { $room } above the shank: { $point }, { $pressed } when a fish presses it{ $long }{ $tail }.
seat_all = all of it
seat_half = half of it
seat_clear = the point clears the back by { $by }
seat_under = the point lies { $by } under the back
seat_inside = the point lies { $by } inside the plastic
seat_long = ; { $share } of the bait where about { $wanted } is wanted
seat_tail = ; the bend lies { $by } behind the tail root
seat_nothing = { "" }
bench_lay = Lay the hook along the bait
bench_lay_how = Face at the nose, the bend ends at { $bend }. Prick a mark in the back at { $exit }
bench_in = In at the nose, dead centre
bench_in_how = Follow the middle; turn the bait, not the hook
bench_out = Out at the mark
bench_out_how = One long run, no bend left in the bait. Push on over the keeper
bench_look = Look down it
bench_look_how = Crooked spins and twists the line: take it off and thread it again. The tail is free from { $tail }
bench_in_below = In at the nose, out below
bench_in_below_how = In at the middle of the nose, out at the belly { $out } behind it
bench_turn = Turn and lay it along
bench_turn_how = Turn the hook, let it hang beside the bait: it goes back in at { $exit }. Prick a mark in the belly there
bench_up = Straight up through
bench_up_how = Out on top or just under the skin; the tip lies at { $tip }
bench_look_hidden_how = It hangs straight and the belly is not drawn together. The tail is free from { $tail }

# --- What is wrong with what came in: src/question, src/own_box, src/cast, src/sounder

fault_outside = the { $name } must lie between { $least } and { $most }
fault_no_number = the { $name } must be a number in { $unit }
fault_upper_end = the { $name } must not lie under its lower end
fault_fish_under_bottom = the fish cannot lie deeper than the water
fault_no_flag = must be true or false
fault_no_code = must be one of: { $known }
fault_head_without_weight = a head in hand needs its weight, in oz or g
fault_no_json = this is not JSON in UTF-8: { $why }
fault_no_object = the request must be a JSON object
fault_no_group = this must be an object of fields
fault_unknown_field = the contract has no such field
fault_rod_ends = the rod's least casting weight is above its most
fault_number_needed = a number is needed here, for example { $example }
fault_not_a_number = “{ $text }” is not a number
fault_no_unit = “{ $text }”: this is a number without a unit
fault_not_a_unit = “{ $text }” is not a unit for this; use { $units }
fault_needed = the { $name } is needed
fault_text_too_long = { $count } characters, at most { $most } fit
fault_no_word_for = “{ $text }” is not one of: { $known }
fault_not_a_number_in = “{ $text }” is not a number in { $unit }
fault_not_a_weight = “{ $text }” is not a weight; write 1/8 oz or 3.5 g
fault_weight_unit = the weight needs its unit: 1/8 oz or 3.5 g
fault_not_a_hook = “{ $text }” is no hook number; write 4 or 3/0
fault_hook_or_measures = give the number, or both gap and length as measured
fault_body = the bait is not as thick as it is long
fault_tail_root = the tail begins before the bait ends
fault_test_or_diameter = give the test or the diameter
fault_least_under_most = the least casting weight must lie under the most
fault_cells = more cells than columns
fault_not_utf8 = the file is not in UTF-8: save it as “CSV UTF-8” and try again
fault_empty_file = the file is empty
fault_header = the first line must name the columns: { $wanted }. { $problem }
fault_column_unknown = “{ $name }” is not one of them
fault_column_twice = “{ $name }” stands twice
fault_column_missing = “{ $name }” is missing
fault_too_many_rows = the file has more than { $most } rows: cut it into parts
fault_point = point { $at }: { $what }
fault_points = { $count } points are more than { $most }
fault_point_distance = the distance must lie between 0 and { $most } m
fault_point_depth = the depth must lie between 0 and { $most } m, and is positive downward
fault_point_order = each distance must be greater than the one before
fault_two_points = a profile needs two points or more
fault_no_water = there is no water over these points
fault_no_point = line { $line }: “{ $text }” is no distance and depth in m
fault_no_depth = no depth (DPT or DBT) stands in these { $lines } lines; { $garbled } were garbled
fault_no_way = no position (RMC) stands between the depths: without it no distance is known
fault_no_sentence = this is no NMEA sentence
fault_checksum = its checksum does not fit: the line was garbled on the way
fault_sentence_number = a number in it is missing or beyond reason
fault_not_valid = the device marks it as not valid
fault_endless = a line without an end
