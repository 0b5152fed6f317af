#!/usr/bin/env bash
# Licences, sources and doubled crates of what we build on, by deny.toml. Not part of ./test: it wants cargo-deny
# (cargo install cargo-deny --locked). Advisories need a network and are left out.
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
command -v cargo-deny >/dev/null || { echo "deny: cargo-deny is missing (cargo install cargo-deny --locked)" >&2; exit 1; }
exec cargo deny --offline check bans licenses sources
