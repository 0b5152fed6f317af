fn main() {
    use std::io::Read;
    let mut t = String::new();
    std::io::stdin().read_to_string(&mut t).unwrap();
    let e = yarrowfen_core::Engine::new().unwrap();
    let r = yarrowfen_core::PickRequest::from_json(t.as_bytes()).unwrap();
    println!(
        "{}",
        serde_json::to_string_pretty(&e.pick(&r, Default::default()).unwrap()).unwrap()
    );
    let n = 2000;
    let s = std::time::Instant::now();
    for _ in 0..n {
        std::hint::black_box(e.pick(&r, Default::default()).unwrap());
    }
    eprintln!("{:?}", s.elapsed() / n);
}
