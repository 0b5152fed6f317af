"""A server and a database of a script's own, gone when it ends: `with Own(port, "54951") as own`."""
import os
import secrets
import shutil
import subprocess
import sys
import tempfile
import time
import urllib.request

ROOT = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
PROGRAM = f"{ROOT}/target/release/yarrowfen"


class Own:
    """Both in a folder of their own, after cargo build --release."""

    def __init__(self, port, database_port):
        self.port, self.server = port, None
        self.folder = tempfile.mkdtemp(prefix="yarrowfen-own.", dir="/var/tmp")
        os.chmod(self.folder, 0o755)
        self.env = os.environ | {"YF_PG_DIR": f"{self.folder}/pg", "YF_PG_PORT": database_port,
                                 "YARROWFEN_PORT": str(port), "YARROWFEN_SECRET": secrets.token_hex(48),
                                 "YARROWFEN_STATIC": f"{ROOT}/crates/web/static", "YARROWFEN_DEMO": "1"}

    def __enter__(self):
        self.database("start")
        self.env["DATABASE_URL"] = self.database("url")
        for command in ("migrate", "demo"):
            subprocess.run([PROGRAM, command], cwd=ROOT, env=self.env, check=True, stdout=subprocess.DEVNULL)
        self.serve()
        self.wait()
        return self

    def __exit__(self, *fault):
        self.server.kill()
        self.server.wait()
        self.database("stop")
        shutil.rmtree(self.folder, ignore_errors=True)

    def database(self, what):
        """What scripts/pg.sh says to a word."""
        done = subprocess.run(["scripts/pg.sh", what], cwd=ROOT, env=self.env, capture_output=True, text=True, check=True)
        return done.stdout.strip()

    def serve(self):
        """Starts the server anew."""
        with open(f"{self.folder}/server.log", "a", encoding="utf-8") as log:
            self.server = subprocess.Popen([PROGRAM, "serve"], cwd=ROOT, env=self.env, stdout=log, stderr=log)

    def wait(self):
        """Until server and database answer."""
        end = time.time() + 60
        while time.time() < end:
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{self.port}/health", timeout=5) as reply:
                    if reply.status == 200:
                        return
            except OSError:
                time.sleep(0.05)
        sys.exit(f"no answer: {self.folder}/server.log")

    def ask(self, query):
        """A number or text of the database."""
        done = subprocess.run(["psql", "-XAtq", self.env["DATABASE_URL"], "-c", query], capture_output=True, text=True, check=True)
        return done.stdout.strip()
