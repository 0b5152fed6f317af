"""Checks the certified values of NIST StRD Misra1a that tests/record.rs carries.  usage: pip install scipy==1.17.1 && python least_squares.py"""
import numpy as np
from scipy.optimize import curve_fit
x = np.array([77.6, 114.9, 141.1, 190.8, 239.9, 289.0, 332.8, 378.4, 434.8, 477.3, 536.8, 593.1, 689.1, 760.0])
y = np.array([10.07, 14.73, 17.94, 23.93, 29.61, 35.18, 40.02, 44.82, 50.76, 55.05, 61.01, 66.40, 75.47, 81.78])
f = lambda x, a, b: a * (1 - np.exp(-b * x))
p, c = curve_fit(f, x, y, p0=[250, 5e-4], xtol=1e-14, ftol=1e-14)
r = y - f(x, *p)
print("found", *p, "errors", *np.sqrt(np.diag(c)), "squares", (r**2).sum(), "spread", np.sqrt((r**2).sum() / 12))
