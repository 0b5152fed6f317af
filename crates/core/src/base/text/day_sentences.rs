//! Every sentence about a day on the water that is said by name, with its holes.

sentences! {
    fault_odd_characters();
    fault_too_long(count, most);
    fault_blank();
    fault_no_such_time();
    fault_no_such_offset();
    fault_day_and_time();
    fault_of_itself();
    fault_rod(most);
    fault_rest(most);
    line_stop(place, depth, bottom, wind);
    line_tied(label, shape, length, form);
    line_tied_why(tied, why);
    line_rod(rod);
    line_throat(throat);
    line_hung();
    line_gone();
    line_rest(spot, minutes);
    line_back(spot);
    line_tried(symptom, said);
    line_ended();
    line_undone();
    band_under(most);
    band_between(least, most);
    band_over(least);
    ledger_claims(better, other, stops, what, ratio, least, most);
    ledger_claims_at_least(better, other, stops, what, least);
    ledger_nothing_yet(one, other, hours);
    ledger_nothing_left(one, other);
    ledger_nothing_ever(one, other);
    ledger_few_hours(level, hours);
    ledger_not_turned(factor);
    ledger_one_level(factor);
    ledger_phases_early(share);
    ledger_fed(from, up, down);
    own_size(better, lesser, ratio, least, most, stops);
    own_size_at_least(better, lesser, least, stops);
}
