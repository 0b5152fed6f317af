#!/usr/bin/env python3
"""mutants.py SEED COUNT [--out FILE] [--in PART,PART]   how much of core its tests hold fast.

Draws COUNT small changes of core (a constant times 1.2, a comparison turned, a term, condition
or rule dropped, a value of a table changed), makes each alone in a copy of the project, and runs
core's tests until one fails. Prints each survivor and the share that was caught. A survivor is
either a gap in the tests or equivalent (nothing that anybody could see changes): look at it.
With --in only files whose path in core holds one of the parts are changed ("statistics,explore/plan").
The copy is a git worktree of what is committed; it is removed at the end."""
import os, random, re, subprocess, sys, tempfile
from pathlib import Path

SEED, COUNT = int(sys.argv[1]), int(sys.argv[2])
OUT = open(sys.argv[sys.argv.index("--out") + 1], "w") if "--out" in sys.argv else sys.stdout
PARTS = sys.argv[sys.argv.index("--in") + 1].split(",") if "--in" in sys.argv else [""]
ROOT = Path(__file__).resolve().parent.parent
PROFILE = """
[profile.mutants]
inherits = "release"
opt-level = 2
incremental = true
codegen-units = 64
"""

# kind, pattern, what stands there instead
CODE = [
    ("const20", r"(?<![\w.\[])(\d[\d_]*\.\d+(?:e-?\d+)?|\d+e-?\d+)(?![\w.])", lambda m: "0.1" if float(m[1].replace("_", "")) == 0 else f"({m[1]} * 1.2)"),
    ("int+1", r"(?<![\w.\[#'])(?<!e-)(\d+)(?![\w.'])", lambda m: f"{m[1]} + 1"),
    ("flipcmp", r" (==|!=|<=|>=|<|>) ", lambda m: {"==": " != ", "!=": " == ", "<": " >= ", ">": " <= ", "<=": " > ", ">=": " < "}[m[1]]),
    ("logic", r" (&&|\|\|) ", lambda m: " || " if m[1] == "&&" else " && "),
    ("dropcond", r" (?:&&|\|\|) (?:[^&|;{}()]|\([^()]*\))+(?=[;){]|$)", lambda m: " " if m[0].endswith(" ") else ""),
    ("arith", r" ([+*/-]) (?=[\w(])", lambda m: {"+": " - ", "-": " + ", "*": " / ", "/": " * "}[m[1]]),
    ("dropterm", r" [+*/-] [\w.]+(?:\([^()]*\))?(?=[;,)]|$)", lambda m: ""),
    ("dropcall", r"\.(?:max|min|clamp|abs|sqrt|rev|filter|take|skip)\([^()]*\)", lambda m: ""),
    ("swap", r"\.(max|min|first|last|any|all)\(", lambda m: {"max": ".min(", "min": ".max(", "first": ".last(", "last": ".first(", "any": ".all(", "all": ".any("}[m[1]]),
    ("not", r"(?<![\w!])!(?=[\w(])(?!\[)", lambda m: ""),
    ("bool", r"(?<=[ (])(true|false)(?=[,;) ])", lambda m: "false" if m[1] == "true" else "true"),
    ("neg", r"(?<=[(=,] )-(?=[\w(])", lambda m: ""),
]
NUMBER = re.compile(r"(?<![\w.\"/])-?\d+(?:\.\d+)?(?![\w.\"/])")


def files(folder, pattern):
    core = ROOT / "crates/core"
    return [p for p in sorted((core / folder).rglob(pattern)) if any(part in str(p.relative_to(core)) for part in PARTS)]


def sources():
    """Lines that count: no comment, attribute, use, or test module."""
    for path in files("src", "*.rs"):
        for at, line in enumerate(path.read_text().split("\n")):
            if "#[cfg(test)]" in line:
                break
            text = line.strip()
            if text and not text.startswith(("//", "#[", "#![", "use ", "pub use", "mod ", "pub mod", "pub fn", "fn ", "impl", "pub const fn", "assert", "debug_assert")) and "=>" not in text.split("//")[0][-3:]:
                yield path, at, line


def mutants():
    by_kind = {}
    for path, at, line in sources():
        code = line.split("//")[0]
        for kind, pattern, other in CODE:
            if '"' in code and kind in ("arith", "logic", "int+1", "flipcmp", "dropterm", "const20"):
                continue
            if kind == "flipcmp" and re.search(r"(impl|dyn|->|::<|where|Vec<|Option<)", code):
                continue
            for m in re.finditer(pattern, code):
                by_kind.setdefault(kind, []).append((path, at, code[: m.start()] + other(m) + code[m.end():], m[0]))
    for path in files("data", "*.toml"):
        lines, rules = path.read_text().split("\n"), path.parent.name == "rules"
        for at, line in enumerate(lines):
            code = line.split("#")[0]
            if "source" in code or "basis" in code or code.startswith("version"):
                continue
            for m in NUMBER.finditer(code):
                value = float(m[0])
                new = str(int(value) + 1) if "." not in m[0] and abs(value) < 6 else repr(round(value * 1.2, 6)) if "." in m[0] else str(round(value * 1.2))
                if value == 0:
                    new = "1" if "." not in m[0] else "0.1"
                by_kind.setdefault("data20", []).append((path, at, code[: m.start()] + new + code[m.end():], m[0]))
            if re.match(r"(if|unless) = \{", code.strip()):
                by_kind.setdefault("droprule", []).append((path, at, f"{code.strip()[:2]} = {{ depth_m = {{ above = 900.0 }} }}" if code.strip().startswith("if") else "", code.strip()[:40]))
    return by_kind


def run(command, tree, **more):
    return subprocess.run(command, cwd=tree, capture_output=True, text=True, **more)


def tests(tree, target, only=()):
    """The test programs, quick ones first; none where it does not compile."""
    command = ["cargo", "test", "--offline", "--profile", "mutants", "-p", "yarrowfen-core", "--no-run", *only]
    built = run(command, tree, env=os.environ | {"CARGO_TARGET_DIR": target, "RUSTFLAGS": "-Awarnings"})
    if built.returncode:
        return None
    found = re.findall(r"Executable .*\((.*)\)", built.stderr)
    slow = ["cast-", "own-", "oracle-"]
    return sorted(found, key=lambda p: next((i + 1 for i, s in enumerate(slow) if f"/{s}" in p), 0))


def caught(programs, tree):
    environment = os.environ | {"CARGO_MANIFEST_DIR": str(tree / "crates/core")}
    for program in programs:
        try:
            if run([program, "-q"], tree / "crates/core", env=environment, timeout=240).returncode:
                return Path(program).name.rsplit("-", 1)[0]
        except subprocess.TimeoutExpired:
            return "time"
    return None


def main():
    tree = Path(tempfile.mkdtemp()) / "tree"
    run(["git", "worktree", "add", "--detach", str(tree)], ROOT)
    try:
        draw(tree)
    finally:
        run(["git", "worktree", "remove", "--force", str(tree)], ROOT)


def draw(tree):
    dice, all_kinds = random.Random(SEED), mutants()
    (tree / "Cargo.toml").write_text((tree / "Cargo.toml").read_text() + PROFILE)
    target = os.environ.get("MUTANTS_TARGET", str(tree.parent / "target"))
    if (first := caught(tests(tree, target) or [], tree)):
        sys.exit(f"the tests fail without a mutant: {first}")
    places = sum(all_kinds.values(), [])
    weight = [1 / max(len(v), 40) ** 0.5 for v in all_kinds.values() for _ in v]
    kind_of = [k for k, v in all_kinds.items() for _ in v]
    tally, done = {}, 0
    while done < COUNT:
        n = dice.choices(range(len(places)), weight)[0]
        path, at, text, old = places[n]
        here = tree / path.relative_to(ROOT)
        before = here.read_text()
        lines = before.split("\n")
        if lines[at] == text:
            continue
        lines[at] = text
        here.write_text("\n".join(lines))
        # Most are caught by what is held: the other tests are built for the rest.
        first = tests(tree, target, ["--test", "frozen"])
        if first is not None:
            done += 1
            by = caught(first, tree) or caught(tests(tree, target) or [], tree)
            group = str(path.relative_to(ROOT / "crates/core")).split("/")
            key = "/".join(group[:2])
            hit, of = tally.get(key, (0, 0))
            tally[key] = (hit + bool(by), of + 1)
            print(f"{'caught by ' + by if by else 'SURVIVED'} | {'/'.join(group)}:{at + 1} | {kind_of[n]} | {old.strip()[:60]} | {text.strip()[:120]}", file=OUT, flush=True)
        here.write_text(before)
    hits, of = sum(h for h, _ in tally.values()), sum(o for _, o in tally.values())
    for key, (hit, count) in sorted(tally.items()):
        print(f"{key}: {hit} of {count}", file=OUT)
    print(f"caught {hits} of {of}, {100 * hits / of:.0f} %", file=OUT, flush=True)


main()
