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
}
