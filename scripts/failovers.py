#!/usr/bin/env python3
"""Kills the primary again and again while three clients write through two servers, and counts what was acknowledged.

python3 scripts/failovers.py [failovers]: starts scripts/cluster.sh, on a cluster of its own, and scripts/pair.sh, after
cargo build --release.
Ends with 1 where anything acknowledged is lost, doubled, or filed under another owner. Prints how long no write was
acknowledged at each failover.
"""
import os
import random
import shutil
import subprocess
import sys
import time

from writers import Writer, judged

TIMES = int(sys.argv[1]) if len(sys.argv) > 1 else 3
ROOT = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
chance = random.Random(20261127)
# Made anew: in one that is kept, three clients a run soon are too many new accounts from one address.
FOLDER = f"/var/tmp/yarrowfen-failovers.{os.getpid()}"
os.environ["YF_CLUSTER_DIR"] = FOLDER


def run(*what, **more):
    done = subprocess.run(what, cwd=ROOT, text=True, check=True, stdout=subprocess.PIPE, **more)
    return done.stdout.strip()


def acknowledged(writers):
    return sum(len(writer.acknowledged) for writer in writers)


took, well = [], False
try:
    url = run("scripts/cluster.sh", "start").splitlines()[-1]
    env = os.environ | {"DATABASE_URL": url}
    run(f"{ROOT}/target/release/yarrowfen", "migrate", env=env)
    port = int(run("scripts/pair.sh", "start", env=env).rsplit(":", 1)[1])
    writers = [Writer(port, name) for name in ("Wren", "Teal", "Coot")]
    for writer in writers:
        writer.sign_up()
        writer.start()
    for n in range(TIMES):
        time.sleep(chance.uniform(1, 4))
        run("scripts/cluster.sh", "fail")
        killed, before = time.time(), acknowledged(writers)
        # Some presses that were under way end; from then on nothing is acknowledged until the standby has taken over.
        time.sleep(1)
        before = acknowledged(writers)
        while acknowledged(writers) == before:
            if time.time() - killed > 120:
                sys.exit("no standby took over in two minutes")
            time.sleep(0.1)
        took.append(time.time() - killed)
        run("scripts/cluster.sh", "heal")
        print(f"failover {n + 1}: {took[-1]:.1f} s without an answer, {acknowledged(writers)} acknowledged", flush=True)
        if any(not writer.is_alive() for writer in writers):
            sys.exit("a writer gave up")
    well = judged(writers)
    print(f"{TIMES} failovers, {sorted(took)[len(took) // 2]:.1f} s in the middle, {max(took):.1f} s at most")
finally:
    subprocess.run(["scripts/pair.sh", "stop"], cwd=ROOT, check=False)
    subprocess.run(["scripts/cluster.sh", "stop"], cwd=ROOT, check=False)
    shutil.rmtree(FOLDER, ignore_errors=True)
sys.exit(0 if well else 1)
