#!/usr/bin/env python3
"""Sends a server the largest and the most cunning inputs that a stranger, or a visitor of the demo, can think of.

python3 scripts/bombs.py [repeats] [name part | --short]: on a database and a port of its own, after cargo build --release. Each input is sent alone
and by four clients at once, while others ask for /alive and / and a member looks at his box. Ends with 1 where the process ends, its
memory passes 300 MB, the 99th percentile of /alive or / passes 150 ms (quiet: a few ms), a server error is answered, or the
member is shown as signed out.
"""
import http.client
import io
import json
import multiprocessing
import re
import socket
import sys
import threading
import time
import urllib.parse
import uuid
import zipfile

from own import Own

REPEATS = int(sys.argv[1]) if len(sys.argv) > 1 else 1
# Beside other work on the machine only what does not hang on its speed: that the server lives, in its memory, and answers.
SHORT = "--short" in sys.argv
ONLY = sys.argv[2] if len(sys.argv) > 2 and not SHORT else ""
PORT = 7590
MOST_MEMORY = 300e6
MOST_WAIT = 0.150
TOKEN = re.compile(r'name="csrf" value="([^"]*)"')


class Browser:
    """Somebody with cookies and a form token."""

    def __init__(self, path=None, form=None):
        self.cookies, self.csrf = {}, ""
        self.look()
        if path:
            self.post(path, form or {})
            self.look()

    def ask(self, method, path, body=None, headers=None, timeout=90):
        connection = http.client.HTTPConnection("127.0.0.1", PORT, timeout=timeout)
        line = "; ".join(f"{k}={v}" for k, v in self.cookies.items())
        connection.request(method, path, body, {"cookie": line, **(headers or {})})
        reply = connection.getresponse()
        for header in reply.headers.get_all("set-cookie") or []:
            name, value = header.split(";")[0].split("=", 1)
            self.cookies[name] = value
        text = reply.read()
        connection.close()
        return reply.status, text

    def look(self):
        self.csrf = TOKEN.search(self.ask("GET", "/account")[1].decode()).group(1)

    def post(self, path, form, timeout=90):
        body = urllib.parse.urlencode({"csrf": self.csrf, **form})
        return self.ask("POST", path, body, {"content-type": "application/x-www-form-urlencoded"}, timeout)

    def file(self, path, *files, fields=()):
        body, edge = io.BytesIO(), "edge"
        for name, value in [("csrf", self.csrf), *fields]:
            body.write(f'--{edge}\r\nContent-Disposition: form-data; name="{name}"\r\n\r\n{value}\r\n'.encode())
        for data in files:
            body.write(f'--{edge}\r\nContent-Disposition: form-data; name="file"; filename="x"\r\n\r\n'.encode() + data + b"\r\n")
        body.write(f"--{edge}--\r\n".encode())
        return self.ask("POST", path, body.getvalue(), {"content-type": f"multipart/form-data; boundary={edge}"})

    def owner(self):
        device = json.loads(self.ask("GET", "/device")[1])
        return device["owner"], device["csrf"]


def workbook(cells, shared="", told=""):
    """A workbook of one sheet."""
    main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"
    rel = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
    package = "http://schemas.openxmlformats.org/package/2006/relationships"
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as book:
        book.writestr("_rels/.rels", f'<Relationships xmlns="{package}"><Relationship Id="r1" Type="{rel}/officeDocument" Target="xl/workbook.xml"/></Relationships>')
        book.writestr("xl/workbook.xml", f'<workbook xmlns="{main}" xmlns:r="{rel}"><sheets><sheet name="a" sheetId="1" r:id="r1"/></sheets></workbook>')
        book.writestr("xl/_rels/workbook.xml.rels", f'<Relationships xmlns="{package}"><Relationship Id="r1" Type="{rel}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>')
        book.writestr("xl/sharedStrings.xml", f'<sst xmlns="{main}"{told}>{shared}</sst>')
        book.writestr("xl/worksheets/sheet1.xml", f'<worksheet xmlns="{main}"><sheetData>{cells}</sheetData></worksheet>')
    return out.getvalue()


def far(last):
    return workbook(f'<row><c r="A1"><v>1</v></c></row><row><c r="{last}"><v>1</v></c></row>')


def calendar_of(days):
    """Days of six stops and six rods, as this program writes them."""
    stop = "&".join(f"s{k}=q&n{k}=Pit+{k}&q{k}=depth%3D{3 + k}%E2%80%93{6 + k}+m%26bottom%3Dclay" for k in range(6))
    lines = ["BEGIN:VCALENDAR"]
    for n in range(days):
        query = f"day=2027-{1 + n // 28:02}-{1 + n % 28:02}&from=5:00&to=21:00&rods=6&wind=1+to+12+m/s&{stop}"
        lines += ["BEGIN:VEVENT", f"UID:{n}.plan@yarrowfen", f"X-YARROWFEN-DAY:{query}", "END:VEVENT"]
    return "\r\n".join([*lines, "END:VCALENDAR", ""]).encode()


def log_of(lines):
    event = '{"id":"%s","written":{"at":1781240400000,"day":"2026-06-12","offset":60,"device":"00000000-0000-4000-8000-000000000001","seq":%d},"what":{"bite":{"outcome":"missed"}}}'
    return ("[" + ",".join(event % (uuid.uuid4(), n) for n in range(lines)) + "]").encode()


def l33t(length):
    return ("p4$$w0rd3@1!" * 20)[:length]


def send(browser, text):
    """A batch as a device sends it."""
    owner, csrf = browser.owner()
    body = json.dumps({"owner": owner, "now": int(time.time() * 1000), "events": "EVENTS"}).replace('"EVENTS"', text)
    return browser.ask("POST", "/today/send", body, {"content-type": "application/json", "x-csrf": csrf})


def half(path, length, sent, kind="application/json"):
    """A body that stops on its way; waits until the server hangs up."""
    def act(browser):
        line = "; ".join(f"{k}={v}" for k, v in browser.cookies.items())
        connection = socket.create_connection(("127.0.0.1", PORT), timeout=40)
        connection.sendall(f"POST {path} HTTP/1.1\r\nhost: x\r\ncookie: {line}\r\ncontent-type: {kind}\r\ncontent-length: {length}\r\n\r\n".encode() + b" " * sent)
        try:
            status = int(connection.recv(100).split()[1])
        except (OSError, IndexError):
            status = 408
        connection.close()
        return status, b""
    return act


def unread(path, waits=3):
    """Asks, and reads nothing for a while."""
    def act(browser):
        line = "; ".join(f"{k}={v}" for k, v in browser.cookies.items())
        connection = socket.socket()
        connection.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 4096)
        connection.connect(("127.0.0.1", PORT))
        connection.sendall(f"GET {path} HTTP/1.1\r\nhost: x\r\ncookie: {line}\r\n\r\n".encode())
        time.sleep(waits)
        connection.close()
        return 200, b""
    return act


def json_of(path, body):
    return lambda b: b.ask("POST", path, body, {"content-type": "application/json"})


NESTED = b"BEGIN:VCALENDAR\r\n" + b"BEGIN:VEVENT\r\n" * 30_000
FOLDED = b"BEGIN:VCALENDAR\r\n" + b"BE\r\n GIN:X\r\n" * 2000
EMPTY_KEYS = b"[" + b",".join([b'{"":0}'] * 1_700_000) + b"]"
WIDE = ",".join(f"c{n}" for n in range(400_000)).encode() + b"\n1\n"
FAULTY = b"shape,weight,hook,count\n" + b'x"y,-,-,-\n' * 50_000
UNKNOWN = ("{" + ",".join(f'"k{n}":1' for n in range(6000)) + "}").encode()

STRANGER = {
    "folded calendar": lambda b: b.file("/days/import", FOLDED),
    "nested calendar": lambda b: b.file("/days/import", NESTED),
    "calendar of 30 days": lambda b: b.file("/days/import", calendar_of(30)),
    "calendar of 200 days": lambda b: b.file("/days/import", calendar_of(200)),
    "empty keys, 12 MB": lambda b: b.file("/days/import", EMPTY_KEYS[:11_900_000] + b"]"),
    "brackets, 12 MB": lambda b: b.file("/days/import", b"[" * 11_900_000),
    "empty keys to send": lambda b: send(b, EMPTY_KEYS[:1_900_000].decode().rsplit(",", 1)[0] + "]"),
    "log of 15,000 lines": lambda b: b.file("/days/import", log_of(15_000)),
    "empty keys to pick": json_of("/api/v1/pick", EMPTY_KEYS[:2_000_000]),
    "unknown fields": json_of("/api/v1/pick", UNKNOWN),
    "deep JSON": json_of("/api/v1/mend", b"[" * 60_000),
    "two files in one form": lambda b: b.file("/days/import", b"x" * 9_000_000, b"x" * 9_000_000),
    "fields without end": lambda b: b.file("/days/import", b"x", fields=[(f"f{n}", "x" * 200_000) for n in range(30)]),
    "quotes as a bottom": lambda b: b.file("/cast/bottom", b'"' * 11_900_000),
    "dollars as a bottom": lambda b: b.file("/cast/bottom", b"$" * 11_900_000),
    "commas as a bottom": lambda b: b.file("/cast/bottom", b",\n" * 5_900_000),
    "password of 200": lambda b: b.post("/account/sign-up", {"name": f"n{uuid.uuid4().hex[:8]}", "password": l33t(200)}),
    "password of 60": lambda b: b.post("/account/sign-up", {"name": f"n{uuid.uuid4().hex[:8]}", "password": l33t(60)}),
    "sign-in": lambda b: b.post("/account/sign-in", {"name": "Wren", "password": "wrong and wrong"}),
    "clock of -2^63": lambda b: b.ask("POST", "/today/send", json.dumps({"owner": b.owner()[0], "now": -2**63, "events": []}), {"content-type": "application/json", "x-csrf": b.owner()[1]}),
    "half a JSON": half("/api/v1/pick", 60_000, 59_000),
    "half a batch": half("/today/send", 2_000_000, 1_900_000),
    "review": lambda b: b.ask("GET", "/days/review"),
    "log unread": unread("/days/log.json"),
    "device unread": unread("/device"),
    "a day of six stops": lambda b: b.ask("GET", "/days?" + calendar_of(1).split(b"DAY:")[1].split(b"\r\n")[0].decode()),
    "line break in a query": lambda b: b.post(f"/mend/{uuid.uuid4()}/helped", {"helped": "yes", "query": "a\r\nset-cookie: x\u00fc"}),
}
MEMBER = {
    "cells far apart": lambda b: b.file("/box/import/head", far("CV1000000")),
    "cells farther apart": lambda b: b.file("/box/import/head", far("ALL1000000")),
    "cells at the end": lambda b: b.file("/box/import/head", far("XFD1048576")),
    "one text, 1,000 times": lambda b: b.file("/box/import/head", workbook("".join(f'<row r="{n}"><c r="A{n}" t="s"><v>0</v></c></row>' for n in range(1, 1001)), "<si><t>" + "x" * (1 << 20) + "</t></si>")),
    "shared texts of 60 MB": lambda b: b.file("/box/import/head", workbook("", "<si><t/></si>" * 4_500_000)),
    "room for a hundred thousand million texts": lambda b: b.file("/box/import/head", workbook("", "", ' uniqueCount="99999999999"')),
    "400,000 columns": lambda b: b.file("/box/import/head", WIDE),
    "1.5 million columns": lambda b: b.file("/box/import/head", b"a," * 1_500_000 + b"\n"),
    "50,000 faulty rows": lambda b: preview(b, FAULTY),
    "a file of an account": lambda b: b.file("/account/import", b'{"version":1,"log":[' + b'{"":0},' * 1_000_000),
    "export unread": unread("/account/export"),
    "a waypoint of 12 MB": lambda b: b.file("/waters/import", b'<gpx><wpt lat="1" lon="1"><name>' + b"x" * 11_000_000),
}


def preview(browser, data):
    """Keeps a file and looks at it."""
    status, _ = browser.file("/box/import/head", data)
    page = browser.ask("GET", "/box/import/head")[1]
    return status, page


class Probe(threading.Thread):
    """Asks for a page again and again, and keeps what it waited; what `sound` says of it must hold."""

    def __init__(self, path, browser=None, sound=lambda status, text: status == 200):
        super().__init__(daemon=True)
        self.path, self.browser, self.sound = path, browser, sound
        self.waits, self.wrong, self.ended = [], [], False

    def run(self):
        while not self.ended:
            began = time.monotonic()
            try:
                asker = self.browser or Anonymous
                status, text = asker.ask("GET", self.path, timeout=30)
                if not self.sound(status, text.decode()):
                    self.wrong.append(f"{self.path} {status}")
            except OSError as fault:
                self.wrong.append(f"{self.path} {fault}")
            self.waits.append(time.monotonic() - began)
            time.sleep(0.02)

    def p99(self):
        waits = sorted(self.waits[-4000:])
        return waits[min(len(waits) - 1, int(0.99 * len(waits)))] if waits else 0.0


class Anonymous:
    """Nobody, without cookies."""

    @staticmethod
    def ask(method, path, timeout=30):
        connection = http.client.HTTPConnection("127.0.0.1", PORT, timeout=timeout)
        connection.request(method, path)
        reply = connection.getresponse()
        text = reply.read()
        connection.close()
        return reply.status, text


def peak(own):
    with open(f"/proc/{own.server.pid}/status", encoding="utf-8") as file:
        return int(re.search(r"VmHWM:\s+(\d+)", file.read()).group(1)) * 1024


def forget_peak(own):
    with open(f"/proc/{own.server.pid}/clear_refs", "w", encoding="utf-8") as file:
        file.write("5")


def attack(own, name, act, browsers):
    """Sends an input by some browsers at once, and says what became of the others meanwhile."""
    probes = [Probe("/alive"), Probe("/"), Probe("/box", MEMBER_WHO_LOOKS, lambda s, t: s == 200 and "Wren" in t)]
    results = multiprocessing.Queue()
    forget_peak(own)

    def once(browser):
        for _ in range(REPEATS):
            try:
                results.put(act(browser)[0])
            except OSError as fault:
                results.put(str(fault)[:40])

    # Processes of their own: what they do to make an input keeps nobody from asking.
    attackers = [multiprocessing.Process(target=once, args=(b,)) for b in browsers]
    for probe in probes:
        probe.start()
    began = time.monotonic()
    for attacker in attackers:
        attacker.start()
    statuses = [results.get() for _ in range(REPEATS * len(browsers))]
    for attacker in attackers:
        attacker.join()
    time.sleep(max(0, 1 - (time.monotonic() - began)))
    for probe in probes:
        probe.ended = True
    for probe in probes:
        probe.join()
    faults = [w for probe in probes for w in probe.wrong]
    if own.server.poll() is not None:
        faults.append(f"the process ended ({own.server.returncode})")
        own.serve()
        own.wait()
    memory = peak(own)
    if memory > MOST_MEMORY:
        faults.append(f"{memory / 1e6:.0f} MB")
    waits = [probe.p99() for probe in probes]
    faults += [f"{probe.path} {wait * 1000:.0f} ms" for probe, wait in zip(probes[:2], waits) if wait > MOST_WAIT and not SHORT]
    faults += [f"answered {s}" for s in statuses if isinstance(s, int) and s >= 500 and s != 503]
    told = ", ".join(f"{probe.path} {1000 * wait:.0f}" for probe, wait in zip(probes, waits))
    print(f"{'WRONG' if faults else 'well '} {len(browsers)} x {name}: {sorted(map(str, statuses))[:6]} {time.monotonic() - began:.1f} s, {memory / 1e6:.0f} MB, p99 ms {told}"
          + (f" -- {'; '.join(sorted(set(faults))[:4])}" if faults else ""), flush=True)
    return not faults


with Own(PORT, "54952") as own:
    MEMBER_WHO_LOOKS = Browser("/account/sign-up", {"name": "Wren", "password": "reed peat and water"})
    strangers = [Browser() for _ in range(4)]
    visitors = [Browser("/account/demo") for _ in range(4)]
    well = True
    for kind, inputs, browsers in (("stranger", STRANGER, strangers), ("demo", MEMBER, visitors), ("demo", STRANGER, visitors)):
        for name, act in inputs.items():
            if kind == "demo" and inputs is STRANGER and not any(w in name for w in ("calendar", "log", "review", "bottom", "keys", "day")):
                continue
            for crowd in (browsers[:1], browsers):
                slow = "half" in name or len(crowd) == 1
                if ONLY in name and not (SHORT and slow):
                    well &= attack(own, f"{kind}: {name}", act, crowd)
sys.exit(0 if well else 1)
