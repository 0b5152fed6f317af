fn main() {
    use yarrowfen_core::{Engine, Options, PickRequest, day::Hourly, explore::plan::*};
    let e = Engine::new().unwrap();
    let w = [
    ("Brick Pit", r#"{"rig":"tube","bait":{"form":"tube","length_mm":89,"body_mm":15.5},"water":{"depth_m":4,"depth_max_m":8.5,"bottom":"clay","clarity":"clear","temp_c":19},"season":"summer","species":"smallmouth","forage":"crayfish","cast_m":25}"#),
    ("Gravel Broad", r#"{"rig":"swimbait","bait":{"form":"paddle_tail","length_mm":76,"body_mm":13.5},"water":{"depth_m":3.8,"bottom":"gravel","clarity":"stained","temp_c":17,"wind_mps":7},"season":"post_spawn","species":"walleye","cast_m":22}"#),
    ("Sluice", r#"{"rig":"grub","bait":{"form":"grub","length_mm":64,"body_mm":10},"water":{"depth_m":2.6,"bottom":"gravel","clarity":"stained","temp_c":13,"current_mps":0.35},"season":"pre_spawn","species":"perch","cast_m":15}"#)];
    let stops: Vec<_> = w.iter().map(|(n, j)| StopAsked{name: n.to_string(), request: PickRequest::from_json(j.as_bytes()).unwrap(), minutes: None, at: None}).collect();
    for rods in 1..=5 {
    let asked = PlanAsked { hours: (300, 660), rods, stops: stops.clone(), wind: Hourly::of([(300, 2.0), (660, 7.0)]), temp: Hourly::default(), move_min: 15 };
    let t = std::time::Instant::now();
    let p = e.plan(&asked, PlanHeld::default(), Options::default()).unwrap();
    println!("== {rods} rods {:?} exact {} unserved {:?} retied {}", t.elapsed(), p.exact, p.unserved, p.retyings());
    for s in &p.slots { println!("{} {}-{} {:?} {:?} {:?}", stops[s.stop].name, s.minutes.0 as f64/60., s.minutes.1 as f64/60., s.depths, s.winds, s.parts.iter().map(|q| (q.part, q.by.map(|r| format!("{:?} {} {:?} {}", p.rigs[r].rig, p.rigs[r].label, p.rigs[r].shape, p.rigs[r].bait.length_mm)))).collect::<Vec<_>>()); }
    for r in &p.rods { println!(" rod {:?}", r.iter().map(|o| (p.rigs[o.rig].label, p.rigs[o.rig].shape, o.slots, o.retied)).collect::<Vec<_>>()); }
    println!(" {:?}", p.pack);
    }
}
