"""Makes statistics.json: values of scipy and statsmodels that tests/statistics.rs holds ours against.

    python3 -m venv v && v/bin/pip install scipy statsmodels && v/bin/python make_statistics_reference.py > statistics.json
"""
import json, math
import numpy as np
import scipy
import statsmodels
from scipy import optimize, special, stats
from statsmodels.stats.multitest import multipletests

out = {"made_with": f"scipy {scipy.__version__}, statsmodels {statsmodels.__version__}"}
out["gamma_p"] = [[a, x, float(special.gammainc(a, x))] for a in (0.5, 1, 2.5, 10, 80, 400) for x in (0.01, 0.7, 3, 12, 79, 420)]
out["beta_i"] = [[a, b, x, float(special.betainc(a, b, x))] for a in (0.5, 1, 7, 60) for b in (0.5, 2, 31, 200) for x in (0.01, 0.2, 0.5, 0.93)]
out["gamma_quantile"] = [[p, a, float(stats.gamma.ppf(p, a))] for p in (0.025, 0.05, 0.5, 0.95, 0.999) for a in (0.3, 1, 5, 42, 300)]
out["beta_quantile"] = [[p, a, b, float(stats.beta.ppf(p, a, b))] for p in (0.025, 0.5, 0.95) for a in (0.7, 3, 40) for b in (1, 12, 90)]
out["garwood"] = []
for n in (0, 1, 2, 5, 10, 33, 120):
    for hours in (1, 7.5):
        for level in (0.9, 0.95):
            t = (1 - level) / 2
            lo = 0.0 if n == 0 else stats.chi2.ppf(t, 2 * n) / 2
            out["garwood"].append([n, hours, level, lo / hours, stats.chi2.ppf(1 - t, 2 * n + 2) / 2 / hours])

# One stop: the exact conditional test, and Clopper and Pearson's interval turned into a ratio.
out["one_stop"] = []
for n1, t1, n2, t2 in ((41, 28010, 15, 19017), (5, 3, 1, 3), (0, 2, 4, 3), (12, 8, 12, 8), (21, 26, 2, 12), (7, 1.5, 0, 1.5)):
    n, p0 = n1 + n2, t1 / (t1 + t2)
    tails = min(stats.binom.cdf(n1, n, p0), stats.binom.sf(n1 - 1, n, p0))
    ci = stats.binomtest(n1, n, p0).proportion_ci(0.9, "exact")
    ratio = lambda p: None if p >= 1 else p * t2 / ((1 - p) * t1)
    out["one_stop"].append([n1, t1, n2, t2, min(1.0, 2 * tails), ratio(ci.low), ratio(ci.high)])

# Several stops with unlike hours: totals folded by numpy, roots by scipy.
stops = [(3, 2.0, 1, 1.0), (5, 1.5, 2, 3.0), (0, 1.0, 2, 2.0), (8, 4.0, 3, 2.5)]
def total(ratio):
    chances = np.array([1.0])
    for n1, t1, n2, t2 in stops:
        n = n1 + n2
        chances = np.convolve(chances, stats.binom.pmf(np.arange(n + 1), n, ratio * t1 / (ratio * t1 + t2)))
    return chances
came = sum(s[0] for s in stops)
below = lambda r: total(math.exp(r))[: came + 1].sum()
above = lambda r: total(math.exp(r))[came:].sum()
out["stops"] = {
    "stops": stops, "p": min(1.0, 2 * min(below(0), above(0))),
    "least": math.exp(optimize.brentq(lambda r: above(r) - 0.05, -10, 10, xtol=1e-13)),
    "most": math.exp(optimize.brentq(lambda r: below(r) - 0.05, -10, 10, xtol=1e-13)),
}

# Fifteen chances of Benjamini and Hochberg's own example (1995), and some others.
published = [0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.3240, 0.4262, 0.5719, 0.6528, 0.7590, 1.0]
out["many"] = [[p, [float(v) for v in multipletests(p, method="fdr_bh")[1]]] for p in (published, [0.2, 0.01, 0.01, 0.9], [0.03])]

# Ten pumps, published: D. P. Gaver and I. G. O'Muircheartaigh, Technometrics 29 (1987) 1.
pumps = list(zip([5, 1, 5, 14, 3, 19, 1, 1, 4, 22], [94.32, 15.72, 62.88, 125.76, 5.24, 31.44, 1.048, 1.048, 2.096, 10.48]))
def nll(v):
    a, b = np.exp(v)
    return -sum(special.gammaln(a + n) - special.gammaln(a) - special.gammaln(n + 1) + a * np.log(b / (b + t)) + n * np.log(t / (b + t)) for n, t in pumps)
best = optimize.minimize(nll, [0, 0], method="Nelder-Mead", options={"xatol": 1e-10, "fatol": 1e-12, "maxiter": 10000})
a, b = np.exp(best.x)
out["pumps"] = {"counts": pumps, "shape": a, "hours": b,
    "rates": [[(a + n) / (b + t), stats.gamma.ppf(0.05, a + n) / (b + t), stats.gamma.ppf(0.95, a + n) / (b + t)] for n, t in pumps]}

# Power of the exact conditional test, over all totals.
out["power"] = []
for rate, ratio, alpha, hours in ((0.5, 2, 0.1, 30), (0.5, 2, 0.1, 60), (1.2, 1.5, 0.05, 40), (0.2, 3, 0.1, 25)):
    mean, q, total_power = rate * (1 + ratio) * hours, ratio / (1 + ratio), 0.0
    for n in range(0, int(mean + 12 * math.sqrt(mean) + 20)):
        k = np.arange(n + 1)
        far = k[2 * stats.binom.sf(k - 1, n, 0.5) <= alpha]
        total_power += stats.poisson.pmf(n, mean) * stats.binom.pmf(far, n, q).sum()
    out["power"].append([rate, ratio, alpha, hours, float(total_power)])
print(json.dumps(out, indent=1, default=float))
