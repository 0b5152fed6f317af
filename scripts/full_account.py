#!/usr/bin/env python3
"""A full account out, in, and out again: to the byte, in bounded memory, and its pages in time.

python3 scripts/full_account.py [REST]: on a database and a port of its own, after cargo build --release. Prints what each
page takes, the memory of the server, and that after REST seconds in which only another reads (20; the box is let go after 600),
and the bytes of a row with its indexes. Ends with 1 where the two files differ.
"""
import json
import statistics
import sys
import time
import uuid

from own import Own
from writers import Writer

PORT = 7590
REST = int(sys.argv[1]) if len(sys.argv) > 1 else 20
PAGES = ["/", "/?rig=ned&depth=5+m", "/kept", "/kept?q=pick+7", "/kept?page=40", "/kept?sort=weight", "/box", "/box?q=ball+1%2F8",
         "/box?sort=name", "/box?page=900", "/box?kind=bait", "/box/gaps", "/waters", "/count", "/bench", "/mend", "/days", "/today",
         "/days/review", "/account", "/device", "/box/csv/head", "/days/log.csv"]


def memory(what):
    with open(f"/proc/{own.server.pid}/status", encoding="utf-8") as status:
        return next(int(line.split()[1]) // 1024 for line in status if line.startswith(what))


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


with Own(PORT, "54961") as own:
    demo, one, two = Writer(PORT, "Demo"), Writer(PORT, "Wren"), Writer(PORT, "Teal")
    demo.until([303], "POST", "/account/demo", {"csrf": demo.token("/account")})
    drop = "rig=ned&form=stick&length=70+mm&plastic=floating&depth=4+m&temp=12&wind=2&cast=20+m&head=1/16+oz"
    demo.until([303], "POST", "/count", {"csrf": demo.token("/count"), "query": drop, "seconds": "14.4"})
    day = "day=2026-06-12&rods=2&wind=2+m%2Fs&s0=q&n0=Pit&q0=depth%3D4+m%26bottom%3Dclay"
    demo.until([303], "POST", "/days", {"csrf": demo.token("/days"), "query": day})
    seed = json.loads(demo.ask("GET", "/account/export")[2])
    print(f"memory at first {memory('VmRSS')} MB")
    for who in (one, two):
        who.patience = 300
        who.sign_up()
    text = full(seed)
    begun = time.time()
    taken = [one.send_file("/account/import", text)[0]]
    took_in = time.time() - begun
    begun = time.time()
    first = one.ask("GET", "/account/export")[2]
    took_out = time.time() - begun
    taken.append(two.send_file("/account/import", first.encode())[0])
    same = taken == [303, 303] and two.ask("GET", "/account/export")[2] == first
    print(f"a file of {len(first) / 1e6:.0f} MB, in {took_in:.1f} s, out {took_out:.1f} s; the second is "
          f"{'the same to the byte' if same else 'ANOTHER'}; memory {memory('VmHWM')} MB at most, {memory('VmRSS')} MB after")
    for page in PAGES:
        took = []
        for _ in range(9):
            begun = time.time()
            status = one.ask("GET", page)[0]
            took.append(1000 * (time.time() - begun))
        print(f"{page:28} {status} {statistics.median(took):7.1f} ms, first {took[0]:7.1f}")
    at_once = memory("VmRSS")
    # The account rests; another goes on, as there always is one.
    begun = time.time()
    while time.time() - begun < REST:
        demo.ask("GET", "/?rig=tube")
        time.sleep(4)
    print(f"memory {memory('VmHWM')} MB at most, {at_once} MB after, {memory('VmRSS')} MB after {REST} s of rest")
    for table in ("kept_picks", "box_items", "box_changes", "log_events", "waters", "sink_tests", "mend_tries", "planned_days"):
        query = (f"select sum(pg_total_relation_size(c.oid)) / greatest((select count(*) from {table}), 1) from pg_class c "
                 f"where c.relkind = 'r' and c.relname ~ '^{table}(_p[0-9]+)?$'")
        print(f"{table:14} {float(own.ask(query)):7.0f} bytes a row")
sys.exit(0 if same else 1)
