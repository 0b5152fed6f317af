#!/usr/bin/env python3
"""make_rule_cases.py COMMAND > rule_cases.json   questions that try each rule on both sides.

COMMAND is `yarrowfen pick --lines --explain`, or the example `ask pick --explain`. Random everyday questions are asked, and for each number that
a rule bounds the same question with that number just on the bound and just beside it. Of all these the fewest
are kept (greedily) that see every rule hold and not hold, each code of a rule's list, and both sides of each
bound. What is kept is the question and the codes of the rules that held: tests/rules.rs asks them again.
Read what changes before you commit it: the file is what the rules were meant to say."""
import json, random, subprocess, sys, tomllib, pathlib

data = pathlib.Path(__file__).resolve().parent.parent.parent / "data"
random.seed(20261126)
CODES = {
    "rig": "shaky_head ned swing_head tube swimbait jig_worm hover mid_stroll grub".split(),
    "bait.form": "worm ribbon_worm stick minnow paddle_tail slim_shad split_tail grub skirted_grub tube craw creature".split(),
    "bait.plastic": "floating standard salted".split(),
    "water.bottom": "bedrock boulder chunk_rock gravel sand shell clay mud silt algae_film".split(),
    "water.cover": "none sparse_grass healthy_grass dying_grass wood brush docks".split(),
    "water.clarity": "clear stained muddy".split(),
    "water.light": "low bright".split(),
    "season": "winter pre_spawn spawn post_spawn summer autumn".split(),
    "species": "largemouth smallmouth spotted walleye zander perch crappie trout".split(),
    "fish_at": "bottom just_above suspended".split(),
    "forage": "crayfish goby small_fish insects".split(),
    "mood": "active neutral inactive".split(),
    "pressure": "low high".split(),
    "school": "hang_time bottom_contact reaction".split(),
    "tackle.material": "lead tungsten tin bismuth".split(),
    "course": "dragged creeping hopped swum lift_and_kill shaken scooted vertical dead_stick".split(),
    "shape": "ball mushroom football bullet stand_up glider pear minnow nose_cone nail_weight".split(),
    "toothy_fish": "none now_and_then likely unknown".split(),
    "views.hook_temper": "usual flexible stiff".split(),
    "views.hook_set": "reel crack".split(),
    "views.colour": "by_clarity against".split(),
    "views.head_colour": "ignored matters".split(),
    "views.point": "as_cover hide free".split(),
    "views.spring": "fine hinders".split(),
    "water.wind_side": "behind across ahead".split(),
    "bait.build": "slim usual fat".split(),
}
RARE = {"water.wind_side": 0.4, "bait.build": 0.3, "course": 0.15, "shape": 0.2, "toothy_fish": 0.3, "forage": 0.5, "school": 0.4, "tackle.material": 0.3}
FIELD = {"depth_m": "water.depth_m", "temp_c": "water.temp_c", "current_mps": "water.current_mps", "wind_mps": "water.wind_mps",
         "drift_mps": "water.drift_mps", "retrieve_mps": "retrieve_mps", "cast_m": "cast_m", "line_mm": "tackle.line_mm", "length_mm": "bait.length_mm"}


def put(q, field, value):
    group, _, name = field.rpartition(".")
    (q.setdefault(group, {}) if group else q)[name] = value


def question():
    q = {}
    for field, codes in CODES.items():
        if random.random() < RARE.get(field, 0.25 if field.startswith("views") else 0.95):
            put(q, field, random.choice(codes))
    if random.random() < 0.05:
        put(q, "pressure", "high"), put(q, "mood", "inactive"), put(q, "water.cover", "none")
    put(q, "bait.length_mm", random.choice([45, 70, 80, 81, 97, 100, 140, 200]))
    put(q, "water.depth_m", random.choice([0.6, 0.99, 1, 2, 3, 5, 8.9, 9, 12]))
    put(q, "water.wind_mps", random.choice([0, 2, 5, 8.9, 9, 12]))
    put(q, "water.current_mps", random.choice([0, 0, 0.09, 0.1, 0.25, 0.49, 0.5]))
    if random.random() < 0.7:
        put(q, "water.temp_c", random.choice([2, 3, 3.1, 9.9, 10, 17.9, 18, 24.9, 25, 27, 27.1]))
    if random.random() < 0.3:
        put(q, "water.drift_mps", random.choice([0.05, 0.06, 0.4]))
    if random.random() < 0.3:
        put(q, "tackle.rod_max_g", random.choice([4, 5, 8, 20]))
    if random.random() < 0.2:
        put(q, "tackle.reel_ratio", random.choice([5.2, 7.1]))
    if random.random() < 0.5:
        put(q, "cast_m", random.choice([3, 4, 4.1, 8, 8.1, 20, 35]))
    return q


def bounds(table, named):
    for key, value in table.items():
        if key == "any":
            for t in value:
                yield from bounds(t, named)
        elif isinstance(value, dict):
            for end in value.values():
                yield key, named.get(end, end)


named = tomllib.loads((data / "limits.toml").read_text())
text = "".join(p.read_text() + "\n" for p in sorted((data / "rules").glob("*.toml")))
rules = [r for rows in tomllib.loads(text).values() if isinstance(rows, list) for r in rows]
for rows in tomllib.loads(text).get("rigging", {}).values():
    rules += rows
for p in sorted((data / "rigs").glob("*.toml")):
    t = tomllib.loads(p.read_text())
    for rows in [*t["practice"].values(), t["retrieve"]["say"], t["retrieve"]["course"]]:
        rules += [r for r in rows if "code" in r]
courses = tomllib.loads((data / "courses.toml").read_text())["course"]
rules += [r for course in courses for r in course["say"]] + tomllib.loads((data / "courses.toml").read_text())["floats"]
ends = sorted({(k, v) for r in rules for part in ("if", "unless") for k, v in bounds(r.get(part, {}), named) if k in FIELD})

questions = [question() for _ in range(6000)]
for key, value in ends:
    for _ in range(60):
        q = question()
        for step in (0, -0.01, 0.01):
            near = json.loads(json.dumps(q))
            put(near, FIELD[key], round(value + step, 4))
            questions.append(near)
feed = "".join(json.dumps(q) + "\n" for q in questions)
run = subprocess.run(sys.argv[1:], input=feed, capture_output=True, text=True, check=False)
answers = [json.loads(line) for line in run.stdout.splitlines()]
every = {r["code"] for r in rules}
# Shapes themselves stand in the trace under their codes; only the rules that speak for them count.
spoken = {r["code"] for r in tomllib.loads((data / "rules/shapes.toml").read_text())["shape"]}
seen = []
for q, a in zip(questions, answers):
    if "considered" not in a:
        continue
    asked = {c["rule"]: c["held"] for c in a["considered"] if c["rule"] in every and (c["about"] != "shape" or c["rule"] in spoken)}
    goals = {(c, h) for c, h in asked.items()}
    for c, h in asked.items():
        if h:
            for field in CODES:
                group, _, name = field.rpartition(".")
                value = (q.get(group, {}) if group else q).get(name)
                if value is not None:
                    goals.add((c, field, value))
        for key, value in ends:
            group, _, name = FIELD[key].rpartition(".")
            got = (q.get(group, {}) if group else q).get(name)
            if got is not None and abs(got - value) < 0.0101 and any(k == key and v == value for r in rules if r["code"] == c for part in ("if", "unless") for k, v in bounds(r.get(part, {}), named)):
                goals.add((c, key, value, round(got - value, 4), h))
    seen.append((goals, q, sorted(c for c, h in asked.items() if h), sorted(asked)))
# Code goals count only for the facts that a rule's own condition names.
facts = {}
names = {"form": "bait.form", "plastic": "bait.plastic", "material": "tackle.material", "hook_temper": "views.hook_temper", "hook_set": "views.hook_set",
         "colour": "views.colour", "head_colour": "views.head_colour"}
def lists(table):
    for key, value in table.items():
        if key == "any":
            for t in value:
                yield from lists(t)
        elif isinstance(value, list):
            full = names.get(key) or next((f for f in CODES if f.split(".")[-1] == key), None)
            if full:
                yield full
for r in rules:
    for part in ("if", "unless"):
        facts.setdefault(r["code"], set()).update(lists(r.get(part, {})))
def wanted(goal):
    return not (len(goal) == 3 and goal[1] not in facts.get(goal[0], ()))
pool = [({g for g in goals if wanted(g)}, q, held, asked) for goals, q, held, asked in seen]
open_goals = set().union(*(p[0] for p in pool))
kept = []
while open_goals:
    best = max(pool, key=lambda p: len(p[0] & open_goals))
    if not best[0] & open_goals:
        break
    open_goals -= best[0]
    kept.append({"question": best[1], "held": best[2]})
print("[" + ",\n".join(json.dumps(k, separators=(",", ":")) for k in kept) + "]")
print(f"{len(kept)} questions, {len(every)} rules", file=sys.stderr)
