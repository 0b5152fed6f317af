"""Makes line_shapes.csv: lines between two fixed ends in a uniform current, by the PyPI library `moordyn` (lumped masses,
run in time until at rest).  usage: pip install moordyn==2.7.2 numpy && python make_line_reference.py
Sizes are those of a mooring line, where that library is at home; the equations know no size."""
import csv, os, pathlib, tempfile
import moordyn, numpy as np

HERE = pathlib.Path(__file__).parent
# name, diameter m, kg/m, length m, end A, end B, current x, current y
CASES = [
    ("slack and heavy, still water", 0.02, 2.0, 62.0, (0, 0, -45), (40, 0, -5), 0.0, 0.0),
    ("light, current along", 0.02, 0.5, 62.0, (0, 0, -45), (40, 0, -5), 0.8, 0.0),
    ("light, current against", 0.02, 0.5, 62.0, (0, 0, -45), (40, 0, -5), -0.8, 0.0),
    ("as heavy as water, current across", 0.02, 0.322, 59.0, (0, 0, -45), (40, 0, -5), 0.0, 0.6),
    ("floating, current aslant", 0.02, 0.25, 60.0, (0, 0, -45), (40, 0, -5), 0.5, 0.4),
]
FILE = """---
x
---- LINE TYPES
Name Diam Mass EA BA EI Cd Ca CdAx CaAx
(-) (m) (kg/m) (N) (-) (N-m2) (-) (-) (-) (-)
l {d} {kg} 2e6 -0.8 0 1.2 1.0 0.015 0.0
---- POINTS
ID Type X Y Z Mass Volume CdA CA
(#) (-) (m) (m) (m) (kg) (m3) (m2) (-)
1 Fixed {a[0]} {a[1]} {a[2]} 0 0 0 0
2 Fixed {b[0]} {b[1]} {b[2]} 0 0 0 0
---- LINES
ID LineType AttachA AttachB UnstrLen NumSegs LineOutputs
(#) (-) (#) (#) (m) (-) (-)
1 l 1 2 {long} 80 -
---- OPTIONS
0 writeLog
0.0001 dtM
9.80665 g
1000.0 WtrDnsty
100 WtrDpth
1e5 kBot
1e4 cBot
1 Currents
1.0 dtIC
5 TmaxIC
4 CdScaleIC
1e-6 threshIC
---- END
"""

def rest(d, kg, long, a, b, ux, uy):
    with tempfile.TemporaryDirectory() as folder:
        os.chdir(folder)
        rows = "".join(f"{z} {ux} {uy} 0.0\n" for z in (-100.0, -50.0, 0.0))
        pathlib.Path("current_profile.txt").write_text("---\n---\n---\n" + rows)
        pathlib.Path("lines.txt").write_text(FILE.format(d=d, kg=kg, long=long, a=a, b=b))
        system = moordyn.Create("lines.txt")
        moordyn.Init(system, [], [])
        for k in range(480):
            moordyn.Step(system, [], [], k * 0.5, 0.5)
        line = moordyn.GetLine(system, 1)
        n = moordyn.GetLineN(line)
        at = [np.array(moordyn.GetLineNodePos(line, i)) for i in (n // 4, n // 2, 3 * n // 4)]
        pull = np.array(moordyn.GetLineNodeTen(line, 0))
        moordyn.Close(system)
        os.chdir(HERE)
        return pull, at

with open(HERE / "line_shapes.csv", "w", newline="") as f:
    out = csv.writer(f, lineterminator="\n")
    out.writerow("name d_m kg_m length_m ax ay az bx by bz ux uy pull_x pull_y pull_z quarter_x quarter_y quarter_z half_x half_y half_z three_x three_y three_z".split())
    for name, d, kg, long, a, b, ux, uy in CASES:
        pull, at = rest(d, kg, long, a, b, ux, uy)
        out.writerow([name, d, kg, long, *a, *b, ux, uy, *(f"{v:.5f}" for v in [*pull, *at[0], *at[1], *at[2]])])
