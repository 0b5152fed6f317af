#!/usr/bin/env python3
"""Stops a server while it takes a file of 40,000 rows in: it ends when they are in, and all of them are there. It is the
very process that was started, begun anew so that freed memory goes back at once.

python3 scripts/try_stop.py: on a database and a port of its own, after cargo build --release.
"""
import signal
import sys
import time

from own import Own
from writers import Writer

PORT, ROWS = 7595, 40_000
with Own(PORT, "54971") as own:
    who = Writer(PORT, "Wren")
    who.sign_up()
    rows = "".join(f"1,ball,1/8 oz,row {n}\r\n" for n in range(ROWS))
    status, file, _ = who.send_file("/box/import/head", ("count,shape,weight,remark\r\n" + rows).encode())
    taken, _, _ = who.ask("POST", f"{file}/take", {"csrf": who.token("/account"), "good_only": "on"})
    with open(f"/proc/{own.server.pid}/environ", "rb") as settings:
        gives_back = b"MIMALLOC_PURGE_DELAY=0" in settings.read().split(b"\0")
    begun = time.time()
    own.server.send_signal(signal.SIGTERM)
    own.server.wait()
    there = int(own.ask("select count(*) from box_items where texts->>'remark' like 'row %'"))
    print(f"answered {status} and {taken}; ended after {time.time() - begun:.1f} s with {there} of {ROWS} rows; freed memory is "
          f"{'given back' if gives_back else 'HELD'}")
    well = own.server.returncode == 0 and there == ROWS and gives_back
sys.exit(0 if well else 1)
