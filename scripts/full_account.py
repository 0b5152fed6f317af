#!/usr/bin/env python3
"""A full account out, in, and out again: to the byte, in bounded memory, and its pages in time.

python3 scripts/full_account.py: on a database and a port of its own, after cargo build --release. Prints what each page
takes, the server's memory, and the bytes of a row with its indexes. Ends with 1 where the two files differ.
"""
import http.client
import json
import os
import secrets
import statistics
import subprocess
import sys
import tempfile
import time
import uuid

from writers import Writer

PORT = 7590
ROOT = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
work = tempfile.mkdtemp(prefix="yarrowfen-full.", dir="/var/tmp")
os.chmod(work, 0o755)
env = os.environ | {"YF_PG_DIR": f"{work}/pg", "YF_PG_PORT": "54961"}
PAGES = ["/", "/?rig=ned&depth=5+m", "/kept", "/kept?q=pick+7", "/kept?page=40", "/kept?sort=weight", "/box", "/box?q=ball+1%2F8",
         "/box?sort=name", "/box?page=900", "/box?kind=bait", "/box/gaps", "/waters", "/count", "/bench", "/mend", "/days", "/today",
         "/days/review", "/account", "/device", "/box/csv/head", "/days/log.csv"]


def pg(what):
    done = subprocess.run(["scripts/pg.sh", what], cwd=ROOT, env=env, capture_output=True, text=True, check=True)
    return done.stdout.strip()


def memory(what):
    with open(f"/proc/{server.pid}/status") as status:
        return next(int(line.split()[1]) // 1024 for line in status if line.startswith(what))


def send_file(who, path, text):
    edge = "----edge-of-a-part"
    head = (f'--{edge}\r\ncontent-disposition: form-data; name="csrf"\r\n\r\n{who.token("/account")}\r\n'
            f'--{edge}\r\ncontent-disposition: form-data; name="file"; filename="x"\r\n\r\n').encode()
    body = head + text + f"\r\n--{edge}--\r\n".encode()
    connection = http.client.HTTPConnection("127.0.0.1", PORT, timeout=300)
    cookies = "; ".join(f"{k}={v}" for k, v in who.cookies.items())
    connection.request("POST", path, body, {"cookie": cookies, "content-type": f"multipart/form-data; boundary={edge}"})
    reply = connection.getresponse()
    told = reply.read()
    if reply.status != 303:
        sys.exit(f"{path}: {reply.status} {told[:400]}")


def export(who):
    connection = http.client.HTTPConnection("127.0.0.1", PORT, timeout=300)
    connection.request("GET", "/account/export", headers={"cookie": "; ".join(f"{k}={v}" for k, v in who.cookies.items())})
    return connection.getresponse().read()


def moment(n):
    return time.strftime("%Y-%m-%dT%H:%M:%SZ", time.gmtime(1767225600 + 60 * n))


def many(of, n, each):
    made = []
    for k in range(n):
        thing = json.loads(json.dumps(of[k % len(of)]))
        each(thing, k)
        made.append(thing)
    return made


def event(thing, k):
    thing["id"] = str(uuid.UUID(int=(0x7961 << 112) + k))


def full(seed):
    return json.dumps({
        "yarrowfen": 1,
        "box": many(seed["box"], 50_000, lambda t, k: t.update(added=moment(k), remark=f"row {k}")),
        "waters": many(seed["waters"], 500, lambda t, k: t.update(name=f"Pit {k}", saved=moment(k))),
        "kept": many(seed["kept"], 2000, lambda t, k: t.update(name=f"Pick {k}", kept=moment(k))),
        "sinks": many(seed["sinks"], 2000, lambda t, k: t.update(at=moment(k), seconds=4.4 + (k % 97) / 100)),
        "mends": many(seed["mends"], 2000, lambda t, k: t.update(at=moment(k))),
        "log": seed["log"],
        "days": many(seed["days"], 200, lambda t, k: t.update(kept=moment(k))),
    }).encode()


pg("start")
env |= {"DATABASE_URL": pg("url"), "YARROWFEN_PORT": str(PORT), "YARROWFEN_SECRET": secrets.token_hex(48),
        "YARROWFEN_STATIC": f"{ROOT}/crates/web/static", "YARROWFEN_DEMO": "1"}
program = f"{ROOT}/target/release/yarrowfen"
for command in ("migrate", "demo"):
    subprocess.run([program, command], cwd=ROOT, env=env, check=True, stdout=subprocess.DEVNULL)
server = subprocess.Popen([program, "serve"], cwd=ROOT, env=env, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
try:
    demo, one, two = Writer(PORT, "Demo"), Writer(PORT, "Wren"), Writer(PORT, "Teal")
    demo.until([303], "POST", "/account/demo", {"csrf": demo.token("/account")})
    drop = "rig=ned&form=stick&length=70+mm&plastic=floating&depth=4+m&temp=12&wind=2&cast=20+m&head=1/16+oz"
    demo.until([303], "POST", "/count", {"csrf": demo.token("/count"), "query": drop, "seconds": "14.4"})
    day = "day=2026-06-12&rods=2&wind=2+m%2Fs&s0=q&n0=Pit&q0=depth%3D4+m%26bottom%3Dclay"
    demo.until([303], "POST", "/days", {"csrf": demo.token("/days"), "query": day})
    seed = json.loads(export(demo))
    print(f"memory at first {memory('VmRSS')} MB")
    for who in (one, two):
        who.sign_up()
    text = full(seed)
    begun = time.time()
    send_file(one, "/account/import", text)
    took_in = time.time() - begun
    begun = time.time()
    first = export(one)
    took_out = time.time() - begun
    send_file(two, "/account/import", first)
    same = export(two) == first
    print(f"a file of {len(first) / 1e6:.0f} MB, in {took_in:.1f} s, out {took_out:.1f} s; the second is "
          f"{'the same to the byte' if same else 'ANOTHER'}; memory {memory('VmHWM')} MB at most, {memory('VmRSS')} MB after")
    for page in PAGES:
        took = []
        for _ in range(9):
            begun = time.time()
            status = one.ask("GET", page)[0]
            took.append(1000 * (time.time() - begun))
        print(f"{page:28} {status} {statistics.median(took):7.1f} ms, first {took[0]:7.1f}")
    print(f"memory {memory('VmHWM')} MB at most, {memory('VmRSS')} MB after")
    for table in ("kept_picks", "box_items", "box_changes", "log_events", "waters", "sink_tests", "mend_tries", "planned_days"):
        query = (f"select sum(pg_total_relation_size(c.oid)) / greatest((select count(*) from {table}), 1) from pg_class c "
                 f"where c.relkind = 'r' and c.relname ~ '^{table}(_p[0-9]+)?$'")
        done = subprocess.run(["psql", "-XAtq", env["DATABASE_URL"], "-c", query], capture_output=True, text=True, check=True)
        print(f"{table:14} {float(done.stdout):7.0f} bytes a row")
finally:
    server.kill()
    server.wait()
    pg("stop")
    subprocess.run(["rm", "-rf", work], check=False)
sys.exit(0 if same else 1)
