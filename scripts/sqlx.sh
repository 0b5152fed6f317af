#!/usr/bin/env bash
# Renews .sqlx after a change of queries or migrations, against a scratch database that has every migration.
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
scripts/pg.sh start >/dev/null
url="$(scripts/pg.sh url)"; scratch="${url%/*}/yarrowfen_scratch"
psql -q "$url" -c 'drop database if exists yarrowfen_scratch' -c 'create database yarrowfen_scratch'
for migration in crates/store/migrations/*.sql; do psql -q -v ON_ERROR_STOP=1 "$scratch" -f "$migration"; done
mkdir -p .sqlx; rm -f .sqlx/*
touch crates/store/src/lib.rs
DATABASE_URL="$scratch" SQLX_OFFLINE=false SQLX_OFFLINE_DIR="$PWD/.sqlx" cargo check --release -p yarrowfen-store
psql -q "$url" -c 'drop database yarrowfen_scratch'
