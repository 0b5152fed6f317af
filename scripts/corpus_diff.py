#!/usr/bin/env python3
"""corpus_diff.py BEFORE AFTER   holds two folders that the example `corpus` wrote against each other.

Prints, for each kind of difference (the path in the answer, list places left out), how often it
occurs and the first of it. Numbers that differ by less than one part in ten thousand are counted
apart: they are last digits that another library of functions turns."""
import json, os, re, sys
from collections import defaultdict

before, after = sys.argv[1:3]
kinds, digits, same = defaultdict(list), 0, 0


def walk(path, a, b, found):
    if isinstance(a, dict) and isinstance(b, dict):
        for key in sorted(set(a) | set(b)):
            walk(f"{path}.{key}", a.get(key), b.get(key), found)
    elif isinstance(a, list) and isinstance(b, list):
        if a and all(isinstance(x, dict) and "code" in x for x in a + b):
            left, right = {x["code"]: x for x in a}, {x["code"]: x for x in b}
            for key in list(dict.fromkeys(list(left) + list(right))):
                walk(f"{path}[{key}]", left.get(key), right.get(key), found)
            if [x["code"] for x in a] != [x["code"] for x in b] and set(left) == set(right):
                found.append((f"{path} order", [x["code"] for x in a], [x["code"] for x in b]))
        else:
            for i in range(max(len(a), len(b))):
                walk(f"{path}[]", a[i] if i < len(a) else None, b[i] if i < len(b) else None, found)
    elif a != b:
        found.append((path, a, b))


def close(a, b):
    if isinstance(a, (int, float)) and isinstance(b, (int, float)):
        return abs(a - b) <= 1e-4 * max(abs(a), abs(b), 1e-3)
    number = re.compile(r"-?\d+\.?\d*(?:e-?\d+)?")
    if isinstance(a, str) and isinstance(b, str) and number.sub("#", a) == number.sub("#", b):
        return all(close(float(x), float(y)) for x, y in zip(number.findall(a), number.findall(b)))
    return False


for name in ("picks", "casts", "boxes"):
    with open(f"{before}/{name}.jsonl") as x, open(f"{after}/{name}.jsonl") as y:
        for i, (left, right) in enumerate(zip(x, y)):
            if left == right:
                same += 1
                continue
            found = []
            walk(name, json.loads(left), json.loads(right), found)
            for path, a, b in found:
                if close(a, b):
                    digits += 1
                else:
                    kinds[path].append((i, a, b))
if os.path.isdir(f"{before}/pages") and os.path.isdir(f"{after}/pages"):
    for name in sorted(os.listdir(f"{before}/pages")):
        left, right = (open(f"{d}/pages/{name}").read().split("\n") for d in (before, after))
        if left == right:
            same += 1
        gone, come = [l for l in left if l not in right], [l for l in right if l not in left]
        for a in gone:
            kinds["pages gone: " + re.sub(r"[\d.,–]+", "#", a)[:70]].append((name, a, ""))
        for b in come:
            kinds["pages come: " + re.sub(r"[\d.,–]+", "#", b)[:70]].append((name, "", b))
print(f"{same} the same, {digits} last digits, {len(kinds)} kinds of difference")
for path, all_of in sorted(kinds.items(), key=lambda k: -len(k[1])):
    i, a, b = all_of[0]
    print(f"{len(all_of):5} {path}   first in {i}:\n        {str(a)[:200]}\n     -> {str(b)[:200]}")
