#!/usr/bin/env bash
# Makes crates/web/static/offline/pages.wasm.gz anew: the pages as WebAssembly, for the service worker.
# Only who changes core, rows, pages or wasm needs it; the file is committed, and ./test says when it is stale.
# Debian's rustc-web conflicts with rustup, so it is unpacked under .run/wasm, never installed: some 140 MB down,
# 850 MB unpacked; 3 to 5 minutes the first time on two cores.  --stamp only prints what the file is made of.
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
SRC="$(pwd -P)"; OUT=crates/web/static/offline
# What the module is made of. A change of any of it makes the committed one stale.
stamp() {
  { find crates/core/src crates/core/data crates/rows/src crates/pages/src crates/pages/templates crates/wasm/src -type f -print0 | LC_ALL=C sort -z |
      xargs -0 sha256sum; sha256sum crates/core/examples/ready.rs crates/{core,rows,pages,wasm}/Cargo.toml Cargo.lock scripts/wasm.sh scripts/snapshot.mjs scripts/order.mjs; } | sha256sum | cut -d' ' -f1
}
if [ "${1:-}" = --stamp ]; then stamp; exit 0; fi
WORK="$SRC/.run/wasm"; DEBS="$WORK/debs"; TC="$WORK/toolchain"; mkdir -p "$DEBS"
if [ ! -x "$TC/usr/bin/rustc" ] || [ ! -x "$TC/usr/bin/wasm-opt" ] || [ ! -x "$TC/usr/bin/zopfli" ]; then
  echo "wasm: unpacking Debian's rustc-web under .run/wasm"
  apt-cache policy rustc-web | grep Candidate >/dev/null || { echo "wasm: apt knows no rustc-web: run apt-get update" >&2; exit 1; }
  v="$(apt-cache policy rustc-web | sed -n 's/^  Candidate: //p')"    # one version for all parts
  # The first that stops at a fault without a word (-Cpanic=immediate-abort).
  dpkg --compare-versions "$v" ge 1.91 || { echo "wasm: rustc-web $v is too old, 1.91 or newer is needed: run apt-get update" >&2; exit 1; }
  std="$(apt-cache show "libstd-rust-web-dev=$v" | sed -n 's/^Depends: \(libstd-rust-web-[0-9.]*\) .*/\1/p')"
  (cd "$DEBS" && apt-get download -qq "rustc-web=$v" "libstd-rust-web-dev=$v" "rust-web-src=$v" "$std=$v")
  llvm="$(cd "$DEBS" && dpkg -f libstd-rust-web-1*.deb Depends | grep -o 'libllvm[0-9]*')"
  (cd "$DEBS" && apt-get download -qq "$llvm" "lld-${llvm#libllvm}" binaryen zopfli libzopfli1)
  mkdir -p "$TC"; for d in "$DEBS"/*.deb; do dpkg -x "$d" "$TC"; done
fi
# Tables and words, read and checked here, so that the module need not read their files.
export YARROWFEN_READY="$WORK/ready"; mkdir -p "$YARROWFEN_READY"
cargo run --quiet --release --locked -p yarrowfen-core --example ready -- "$YARROWFEN_READY"
export LD_LIBRARY_PATH="$TC/usr/lib/x86_64-linux-gnu" RUSTC="$TC/usr/bin/rustc" RUSTC_BOOTSTRAP=1     # std is built with a release compiler
CARGO_TARGET_WASM32_UNKNOWN_UNKNOWN_LINKER="$(ls "$TC"/usr/lib/llvm-*/bin/wasm-ld)"; export CARGO_TARGET_WASM32_UNKNOWN_UNKNOWN_LINKER
export CARGO_TARGET_DIR="$WORK/target" CARGO_PROFILE_RELEASE_LTO=fat CARGO_PROFILE_RELEASE_CODEGEN_UNITS=1 \
  CARGO_PROFILE_RELEASE_STRIP=true CARGO_PROFILE_RELEASE_OPT_LEVEL=z
# A fault stops the module at once and says nothing: the worker begins it anew. Without the texts of faults and with a
# standard library built for size it is a third smaller.
small="-Zunstable-options -Cpanic=immediate-abort -Zlocation-detail=none -Zfmt-debug=none -Clink-arg=--table-base=20000"
# Nothing of this machine in the file, so that two builds in two folders are the same bytes.
export CARGO_TARGET_WASM32_UNKNOWN_UNKNOWN_RUSTFLAGS="$small --remap-path-prefix=$SRC=src --remap-path-prefix=${CARGO_HOME:-$HOME/.cargo}/registry/src=crates --remap-path-prefix=$TC/usr=rust"
cargo build --release --target wasm32-unknown-unknown -Zbuild-std=std -Zbuild-std-features=optimize_for_size -p yarrowfen-wasm \
  $(for c in core pages rows; do echo --config "profile.release.package.yarrowfen-$c.overflow-checks=false"; done)
mkdir -p "$OUT"
# Tables are read once, here: the module is written as it then stands.
built="$CARGO_TARGET_DIR/wasm32-unknown-unknown/release/yarrowfen_wasm.wasm"
node scripts/snapshot.mjs code "$built" "$WORK/code.wasm"
features="--enable-bulk-memory --enable-sign-ext --enable-mutable-globals --enable-nontrapping-float-to-int"
# What was needed to read them goes, and what only that pointed to, until nothing more does.
for _ in 1 2 3; do
  "$TC/usr/bin/wasm-opt" $features --remove-unused-module-elements "$WORK/code.wasm" -o "$WORK/live.wasm"
  node scripts/snapshot.mjs table "$built" "$WORK/code.wasm" "$WORK/live.wasm"
done
# What one function alone calls is not put into it: a browser compiles whole functions, and only those that are called.
"$TC/usr/bin/wasm-opt" -O2 $features --one-caller-inline-max-function-size=200 --strip-producers "$WORK/code.wasm" -o "$WORK/small.wasm"
node scripts/snapshot.mjs memory "$built" "$WORK/whole.wasm" "$WORK/small.wasm" "$YARROWFEN_READY"/tables
node scripts/order.mjs "$WORK/whole.wasm" "$WORK/pages.wasm"
"$TC/usr/bin/zopfli" -c --i15 "$WORK/pages.wasm" > "$OUT/pages.wasm.gz"
stamp > "$OUT/pages.stamp"
printf 'wasm: %s bytes, %s packed with gzip\n' "$(stat -c %s "$WORK/pages.wasm")" "$(stat -c %s "$OUT/pages.wasm.gz")"
