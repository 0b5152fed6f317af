"""Makes the reference values that crates/core is checked against, from libraries of PyPI.
usage: pip install fluids==1.3.1 iapws==1.5.5 && python make_reference.py   (writes the CSV files beside itself)"""
import csv, math, pathlib
import fluids
from fluids.drag import Clift_Gauvin, Haider_Levenspiel, v_terminal
from iapws import IAPWS95

here = pathlib.Path(__file__).parent

def write(name, head, rows):
    with open(here / name, "w", newline="") as f:
        out = csv.writer(f, lineterminator="\n"); out.writerow(head); out.writerows(rows)

reynolds = [10 ** (k / 8) for k in range(0, 41)]
write("sphere_drag.csv", ["re", "clift_gauvin", "haider_levenspiel"],
      [[repr(re), repr(Clift_Gauvin(re)), repr(Haider_Levenspiel(re))] for re in reynolds])

# Lead spheres falling in water at 20 °C, by mass in grams: terminal velocity with the same law.
rows = []
for grams in [0.01, 0.05, 0.3, 0.89, 1.77, 3.54, 7.09, 14.17, 28.35]:
    d = (6 * grams / 1000 / 11200 / math.pi) ** (1 / 3)
    rows.append([grams, repr(d), repr(v_terminal(D=d, rhop=11200, rho=998.2, mu=1.002e-3, Method="Clift_Gauvin"))])
write("terminal_velocity.csv", ["grams", "diameter_m", "speed_mps"], rows)

rows = []
for t in range(0, 36):
    w = IAPWS95(T=273.15 + t if t else 273.16, P=0.101325)
    rows.append([t, repr(float(w.rho)), repr(float(w.mu))])
write("water.csv", ["temp_c", "density", "viscosity"], rows)
