#!/usr/bin/env python3
"""Kills server and database at random moments while three clients write, and counts what was acknowledged.

python3 scripts/kills.py [kills] [seed]: on a database and a port of its own, after cargo build --release. Ends with 1
where anything acknowledged is lost, doubled, or filed under another owner.
"""
import os
import random
import secrets
import signal
import subprocess
import sys
import tempfile
import time
import urllib.request

from writers import Writer, judged

KILLS = int(sys.argv[1]) if len(sys.argv) > 1 else 20
SEED = int(sys.argv[2]) if len(sys.argv) > 2 else 20261127
PORT = 7580
ROOT = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
work = tempfile.mkdtemp(prefix="yarrowfen-kills.", dir="/var/tmp")
os.chmod(work, 0o755)
env = os.environ | {"YF_PG_DIR": f"{work}/pg", "YF_PG_PORT": "54951"}


def pg(what):
    done = subprocess.run(["scripts/pg.sh", what], cwd=ROOT, env=env, capture_output=True, text=True, check=True)
    return done.stdout.strip()


def serve():
    log = open(f"{work}/server.log", "a")
    return subprocess.Popen([f"{ROOT}/target/release/yarrowfen", "serve"], cwd=ROOT, env=env, stdout=log, stderr=log)


def answers(path):
    try:
        with urllib.request.urlopen(f"http://127.0.0.1:{PORT}{path}", timeout=5) as reply:
            return reply.status == 200
    except OSError:
        return False


def wait_for(path):
    end = time.time() + 60
    while not answers(path):
        if time.time() > end:
            sys.exit(f"{path} does not answer: {work}/server.log")
        time.sleep(0.05)


pg("start")
env |= {"DATABASE_URL": pg("url"), "YARROWFEN_PORT": str(PORT), "YARROWFEN_SECRET": secrets.token_hex(48),
        "YARROWFEN_STATIC": f"{ROOT}/crates/web/static"}
subprocess.run([f"{ROOT}/target/release/yarrowfen", "migrate"], cwd=ROOT, env=env, check=True, stdout=subprocess.DEVNULL)
chance = random.Random(SEED)
server = serve()
killed = {"server": 0, "database": 0}
try:
    wait_for("/health")
    writers = [Writer(PORT, name) for name in ("Wren", "Teal", "Coot")]
    for writer in writers:
        writer.sign_up()
        writer.start()
    for _ in range(KILLS):
        time.sleep(chance.uniform(0.1, 1.5))
        if chance.random() < 0.6:
            server.send_signal(signal.SIGKILL)
            server.wait()
            server = serve()
            killed["server"] += 1
        else:
            with open(f"{work}/pg/data/postmaster.pid") as file:
                master = int(file.readline())
            # The whole database at once, as when a machine goes: its children do not write on.
            children = subprocess.run(["pgrep", "-P", str(master)], capture_output=True, text=True, check=False)
            for pid in [master, *map(int, children.stdout.split())]:
                try:
                    os.kill(pid, signal.SIGKILL)
                except ProcessLookupError:
                    pass
            time.sleep(chance.uniform(0, 0.5))
            pg("start")
            killed["database"] += 1
        if any(not writer.is_alive() for writer in writers):
            sys.exit("a writer gave up")
    wait_for("/health")
    print(f"killed {killed['server']} servers and {killed['database']} databases, seed {SEED}")
    well = judged(writers)
finally:
    server.kill()
    server.wait()
    pg("stop")
    subprocess.run(["rm", "-rf", work], check=False)
sys.exit(0 if well else 1)
