"""Anglers who keep writing while servers and databases are killed, and go on asking until they are answered.

Each presses a form of its own page again and again until it is answered, as a person would, then presses the next. At
the end everything that was acknowledged must stand once, in the account that wrote it: `Writer.wrong` says what does not.
"""
import html
import http.client
import json
import re
import threading
import time
import urllib.parse
import uuid

PASSWORD = "reed peat and water"


class Writer(threading.Thread):
    """One angler with an account of its own, over HTTP to one address."""

    def __init__(self, port, name):
        super().__init__(daemon=True)
        self.port, self.who = port, f"{name} {uuid.uuid4().hex[:8]}"
        self.cookies, self.acknowledged, self.tries = {}, [], 0
        self.over, self.pause, self.patience = False, 0.02, 20

    def ask(self, method, path, form=None):
        """Status, where to and body; status 0 where no answer came."""
        body = urllib.parse.urlencode(form) if form is not None else None
        return self.send(method, path, body, "application/x-www-form-urlencoded")

    def send_file(self, path, data):
        """The same with a file, in the form of /account."""
        edge = "----edge-of-a-part"
        part = f'--{edge}\r\ncontent-disposition: form-data; name='
        head = f'{part}"csrf"\r\n\r\n{self.token("/account")}\r\n{part}"file"; filename="x"\r\n\r\n'
        body = head.encode() + data + f"\r\n--{edge}--\r\n".encode()
        return self.send("POST", path, body, f"multipart/form-data; boundary={edge}")

    def send(self, method, path, body, kind):
        """One request, and the cookies of its answer."""
        self.tries += 1
        connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=self.patience)
        try:
            headers = {"cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items())}
            if body is not None:
                headers["content-type"] = kind
            connection.request(method, path, body, headers)
            reply = connection.getresponse()
            text = reply.read().decode("utf-8", "replace")
            for line in reply.headers.get_all("set-cookie") or []:
                name, value = line.split(";")[0].split("=", 1)
                self.cookies[name] = value
            return reply.status, reply.headers.get("location", ""), text
        except (OSError, http.client.HTTPException):
            return 0, "", ""
        finally:
            connection.close()

    def until(self, wanted, method, path, form=None):
        """Asks again until the answer is one of those wanted."""
        while not self.over:
            status, to, text = self.ask(method, path, form)
            if status in wanted:
                return status, to, text
            if status not in (0, 500, 502, 503, 504):
                said = re.findall(r'class="fault"[^>]*>([^<]*)', text) or [text[:200]]
                raise RuntimeError(f"{method} {path}: {status} {said}")
            time.sleep(0.1)
        return 0, "", ""

    def token(self, path):
        text = self.until([200], "GET", path)[2]
        found = re.search(r'name="csrf" value="([^"]+)"', text)
        return html.unescape(found.group(1)) if found else ""

    def sign_up(self):
        form = {"csrf": self.token("/account"), "name": self.who, "password": PASSWORD}
        self.until([303], "POST", "/account/sign-up", form)

    def run(self):
        n = 0
        while not self.over:
            n += 1
            name = f"{self.who} {n}"
            if n % 3:
                form = {"kind": "head", "shape": "ball", "weight": "1/8 oz", "remark": name, "csrf": self.token("/box")}
                status, to, _ = self.until([303], "POST", "/box", form)
            else:
                form = {"query": "depth=4+m&rig=ned", "name": name, "csrf": self.token("/")}
                status, to, _ = self.until([303], "POST", "/kept", form)
            # Nobody is signed out by a fault: only an answer that leads to the own row is one.
            if status == 303 and not to.startswith("/account"):
                self.acknowledged.append(name)
            elif status == 303:
                raise RuntimeError(f"sent to sign in at {name}")
            time.sleep(self.pause)

    def wrong(self):
        """What is lost, doubled, or stands here and is another's; all three empty where all is well."""
        self.over = False
        # Who does not wait for an answer may be written after it was asked what is there: a moment of rest.
        time.sleep(1)
        file = json.loads(self.until([200], "GET", "/account/export")[2])
        names = [thing["remark"] for thing in file.get("box", [])] + [pick["name"] for pick in file.get("kept", [])]
        counts = {name: names.count(name) for name in set(names)}
        lost = [name for name in self.acknowledged if name not in counts]
        doubled = [name for name, n in counts.items() if n > 1]
        alien = [name for name in counts if not name.startswith(self.who)]
        return lost, doubled, alien


def judged(writers):
    """Stops the writers and prints what came of it; whether all is well."""
    for writer in writers:
        writer.over = True
    for writer in writers:
        writer.join(60)
    lost = doubled = alien = told = tries = 0
    for writer in writers:
        told, tries = told + len(writer.acknowledged), tries + writer.tries
        a, b, c = writer.wrong()
        lost, doubled, alien = lost + len(a), doubled + len(b), alien + len(c)
        for what, names in (("lost", a), ("doubled", b), ("another's", c)):
            if names:
                print(f"{what}: {names[:5]}")
    print(f"acknowledged {told} in {tries} requests; lost {lost}, doubled {doubled}, under a wrong owner {alien}")
    return told > 0 and lost == doubled == alien == 0
