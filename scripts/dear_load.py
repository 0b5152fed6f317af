#!/usr/bin/env python3
"""What another's Pick page takes while four clients ask the dearest pages as fast as they can.

python3 scripts/dear_load.py [seconds] [port]: prints ms at the 50th, 95th and 99th of a hundred, and how each page was
answered. Against a running ./start; nothing else should load the machine.
"""
import collections
import http.client
import sys
import threading
import time

SECONDS = float(sys.argv[1]) if len(sys.argv) > 1 else 20
PORT = int(sys.argv[2]) if len(sys.argv) > 2 else 7380
DEAR = [
    "/cast?depth=5+m&head=1/32+oz&wind=10+m/s&drift=1&hop=5+cm&pause=1+s&rest=120+s&side=speed",
    "/cast?depth=9+m&wind=8+m/s&rig=ned&cast=60+m",
    "/bench/print",
    "/days?day=2026-06-12&rods=5&wind=2+m/s&s0=q&n0=A&q0=depth%3D4-8+m&s1=q&n1=B&q1=depth%3D2+m",
    "/words",
]
end = time.time() + SECONDS
answers = collections.Counter()


def get(path):
    """One request on a connection of its own: its status, or what went wrong."""
    connection = http.client.HTTPConnection("127.0.0.1", PORT, timeout=30)
    try:
        connection.request("GET", path)
        reply = connection.getresponse()
        reply.read()
        return reply.status
    except OSError as fault:
        return type(fault).__name__
    finally:
        connection.close()


def client(first):
    at = first
    while time.time() < end:
        path = DEAR[at % len(DEAR)]
        answers[(path.split("?")[0], get(path))] += 1
        at += 1


clients = [threading.Thread(target=client, args=(n,)) for n in range(4)]
for one in clients:
    one.start()
took = []
while time.time() < end:
    begun = time.time()
    answers[("/", get(f"/?depth=3.{len(took) % 90}+m&rig=ned"))] += 1
    took.append(1000 * (time.time() - begun))
    time.sleep(0.02)
for one in clients:
    one.join()
took.sort()
at = lambda share: took[int(len(took) * share)]
print(f"{len(took)} picks: {at(.5):.1f}, {at(.95):.1f}, {at(.99):.1f} ms, at most {took[-1]:.1f}")
for (path, status), count in sorted(answers.items(), key=str):
    print(path, status, count)
