#!/usr/bin/env python3
"""Forty photographs of tackle beside a bank card, rendered through OpenCV's camera: what is tapped in each (up to two
pixels off), and how long the things truly are.

    python3 crates/core/tests/reference/make_photographs.py > crates/core/tests/photographs.json
    python3 crates/core/tests/reference/make_photographs.py --pictures DIR     also writes the pictures

Needs opencv-python-headless and numpy (made with 4.12 and 2.2). Tilts to 35 degrees, lenses that bend by up to 2 % at
the picture's corners (Brown's first term, OpenCV's k1), noise; each tap lies anywhere within two pixels of where it
should be, the same along both sides.
"""
import json
import sys
from pathlib import Path

import cv2
import numpy as np

WIDE, HIGH = 4032, 3024  # a phone of twelve megapixels
CARD = (85.60, 53.98)
TAP = 2.0
DOT = 12  # pixels of a millimetre in the drawn scene
SCENE = (320, 260)  # mm


def camera(rng):
    """A phone over the table: matrix, lens, rotation and place."""
    focal = WIDE * rng.uniform(0.75, 1.05)
    matrix = np.array([[focal, 0, WIDE / 2], [0, focal, HIGH / 2], [0, 0, 1.0]])
    corner = np.hypot(WIDE, HIGH) / 2 / focal
    lens = np.array([rng.uniform(-0.02, 0.02) / corner**2, 0, 0, 0])
    tilt, way, turn = np.radians(rng.uniform(0, 35)), rng.uniform(0, 2 * np.pi), rng.uniform(-0.5, 0.5)
    axis = np.array([np.cos(way), np.sin(way), 0]) * tilt
    rotation = cv2.Rodrigues(axis)[0] @ cv2.Rodrigues(np.array([0, 0, turn]))[0]
    far = rng.uniform(210, 300)
    aim = np.array([rng.uniform(-12, 12), rng.uniform(-12, 12), 0])
    shift = np.array([0, 0, far]) - rotation @ aim
    return matrix, lens, rotation, shift


def project(points, cam):
    matrix, lens, rotation, shift = cam
    flat = np.array([[x, y, 0.0] for x, y in points])
    return cv2.projectPoints(flat, cv2.Rodrigues(rotation)[0], shift, matrix, lens)[0].reshape(-1, 2)


def things(rng):
    """A card, a hook and a bait beside it, mm about the middle of the table: corners, and lengths by name."""
    cx, cy = rng.uniform(-6, 6), rng.uniform(-34, -26)
    corners = [(cx + sx * CARD[0] / 2, cy + sy * CARD[1] / 2) for sx, sy in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
    gap, long, bait, deep, post = (rng.uniform(*r) for r in ((8, 18), (24, 55), (60, 120), (8, 18), (3, 7)))
    at = lambda x, y, turn: lambda u, v: (x + u * np.cos(turn) - v * np.sin(turn), y + u * np.sin(turn) + v * np.cos(turn))
    hook, worm = at(-30, 24, rng.uniform(-0.3, 0.3)), at(-50, 46, rng.uniform(-0.15, 0.15))
    return corners, {
        "length": (long, hook(0, 0), hook(long, 0)),
        "gap": (gap, hook(long - gap, 0), hook(long - gap, -gap)),
        "post": (post, hook(-8, 0), hook(-8, -post)),
        "bait": (bait, worm(0, 0), worm(bait, 0)),
        "depth": (deep, worm(0.3 * bait, -deep / 2), worm(0.3 * bait, deep / 2)),
    }


def scene(corners, lengths):
    """The table with what lies on it, drawn flat."""
    px = lambda p: (int((p[0] + SCENE[0] / 2) * DOT), int((p[1] + SCENE[1] / 2) * DOT))
    table = np.full((SCENE[1] * DOT, SCENE[0] * DOT, 3), (96, 132, 158), np.uint8)
    for y in range(0, table.shape[0], 90):
        cv2.line(table, (0, y), (table.shape[1], y + 60), (84, 118, 142), 7)
    cv2.fillPoly(table, [np.array([px(c) for c in corners], np.int32)], (206, 196, 178))
    _, nose, tail = lengths["bait"]
    deep = lengths["depth"][0]
    cv2.line(table, px(nose), px(tail), (70, 96, 60), int(deep * DOT))
    _, face, bend = lengths["length"]
    _, foot, tip = lengths["gap"]
    gap = lengths["gap"][0]
    along = (np.array(bend) - face) / np.linalg.norm(np.array(bend) - face)
    across = (np.array(tip) - foot) / gap
    middle = np.array(bend) - along * gap / 2 + across * gap / 2
    arc = [middle + gap / 2 * (np.cos(a) * along - np.sin(a) * across) for a in np.linspace(np.pi / 2, -np.pi / 2, 40)]
    wire = [np.array(face), *arc, np.array(tip)]
    cv2.polylines(table, [np.array([px(p) for p in wire], np.int32)], False, (40, 40, 46), 13)
    cv2.circle(table, px(np.array(face) - along * 4), int(4 * DOT), (60, 60, 64), -1)
    return table


def photograph(table, cam, rng):
    """The scene as the camera sees it."""
    matrix, lens, rotation, shift = cam
    v, u = np.mgrid[0:HIGH, 0:WIDE].astype(np.float32)
    seen = cv2.undistortPoints(np.stack([u.ravel(), v.ravel()], 1)[:, None], matrix, lens).reshape(-1, 2)
    plane = np.linalg.inv(np.stack([rotation[:, 0], rotation[:, 1], shift], 1))
    q = plane @ np.concatenate([seen, np.ones((len(seen), 1))], 1).T
    x = ((q[0] / q[2] + SCENE[0] / 2) * DOT).astype(np.float32).reshape(HIGH, WIDE)
    y = ((q[1] / q[2] + SCENE[1] / 2) * DOT).astype(np.float32).reshape(HIGH, WIDE)
    picture = cv2.remap(table, x, y, cv2.INTER_AREA, borderMode=cv2.BORDER_REFLECT).astype(np.float32)
    return np.clip(picture + rng.normal(0, 7, picture.shape), 0, 255).astype(np.uint8)


def main():
    rng = np.random.default_rng(20261127)
    pictures = Path(sys.argv[2]) if sys.argv[1:2] == ["--pictures"] else None
    made = []
    while len(made) < 40:
        corners, lengths = things(rng)
        cam = camera(rng)
        ends = [p for _, a, b in lengths.values() for p in (a, b)]
        seen = project(corners + ends, cam)
        if seen.min() < 40 or (seen > [WIDE - 40, HIGH - 40]).any():
            continue  # not all of it is in the picture
        if pictures:
            cv2.imwrite(str(pictures / f"{len(made):02}.jpg"), photograph(scene(corners, lengths), cam, np.random.default_rng(len(made))), [cv2.IMWRITE_JPEG_QUALITY, 60])
        tap = lambda p: [round(float(c), 2) for c in p + np.random.default_rng(len(made) * 1000 + int(p[0] * 7 + p[1])).uniform(-TAP, TAP, 2)]
        made.append({
            "corners": [tap(p) for p in seen[:4]],
            "lengths": [
                {"of": name, "mm": round(float(length[0]), 3), "ends": [tap(seen[4 + 2 * k]), tap(seen[5 + 2 * k])]}
                for k, (name, length) in enumerate(lengths.items())
            ],
        })
    print(json.dumps({"picture": [WIDE, HIGH], "tap_px": TAP, "photographs": made}, indent=1))


main()
