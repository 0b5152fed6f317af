#!/usr/bin/env python3
"""Kills server and database at random moments while three clients write, and counts what was acknowledged.

python3 scripts/kills.py [kills] [seed]: on a database and a port of its own, after cargo build --release. Ends with 1
where anything acknowledged is lost, doubled, or filed under another owner.
"""
import os
import random
import signal
import subprocess
import sys
import time

from own import Own
from writers import Writer, judged

KILLS = int(sys.argv[1]) if len(sys.argv) > 1 else 20
SEED = int(sys.argv[2]) if len(sys.argv) > 2 else 20261127
PORT = 7580
chance = random.Random(SEED)
killed = {"server": 0, "database": 0}


def kill_server(own):
    own.server.send_signal(signal.SIGKILL)
    own.server.wait()
    own.serve()
    killed["server"] += 1


def kill_database(own):
    with open(f"{own.folder}/pg/data/postmaster.pid", encoding="utf-8") as file:
        master = int(file.readline())
    # The whole database at once, as when a machine goes: its children do not write on.
    children = subprocess.run(["pgrep", "-P", str(master)], capture_output=True, text=True, check=False)
    for pid in [master, *map(int, children.stdout.split())]:
        try:
            os.kill(pid, signal.SIGKILL)
        except ProcessLookupError:
            pass
    time.sleep(chance.uniform(0, 0.5))
    own.database("start")
    killed["database"] += 1


with Own(PORT, "54951") as own:
    writers = [Writer(PORT, name) for name in ("Wren", "Teal", "Coot")]
    for writer in writers:
        writer.sign_up()
        writer.start()
    for _ in range(KILLS):
        time.sleep(chance.uniform(0.1, 1.5))
        kill = kill_server if chance.random() < 0.6 else kill_database
        kill(own)
        if any(not writer.is_alive() for writer in writers):
            sys.exit("a writer gave up")
    own.wait()
    print(f"killed {killed['server']} servers and {killed['database']} databases, seed {SEED}")
    well = judged(writers)
sys.exit(0 if well else 1)
