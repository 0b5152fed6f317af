//! Rebuilds when a migration is added: they are compiled in.
fn main() {
    println!("cargo:rerun-if-changed=migrations");
}
