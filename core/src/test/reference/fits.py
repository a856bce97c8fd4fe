#!/usr/bin/env python3
"""Writes the values that FitReferenceTest holds the fits to: least squares of made-up points, worked out here in 40 digits by other means
than the program's (normal equations and Newton's steps in mpmath). Needs mpmath.

    python3 core/src/test/reference/fits.py > core/src/test/resources/helvo/core/fit/fits.csv

The points are made of sums, products and quotients of doubles alone, so that the test makes the very same.
"""
import mpmath as mp

mp.mp.dps = 40


def points(family, n):
    state, xs, ys, sigmas = 20, [], [], []
    for i in range(n):
        state = state * 48271 % 2147483647
        e = state / 2147483647 - 0.5
        x = 0.5 + 9.5 * i / n
        u = (x - 5) / 2
        y = {"straight": lambda: 2 + 0.7 * x + 0.3 * e, "bent": lambda: 3 - x + 0.2 * x * x + 0.3 * e,
             "slowing": lambda: 5 + 6 * x / (2 + x) + 0.3 * e, "falling": lambda: 40 / ((1 + x / 3) * (1 + x / 3)) * (1 + 0.1 * e),
             "rising": lambda: 0.3 * x * x / (1 + 0.02 * x) * (1 + 0.1 * e),
             "levelling": lambda: 5.5 + 5 * u / (1 + abs(u)) + 0.4 * e}[family]()
        xs.append(x)
        ys.append(y)
        sigmas.append(0.1 + 0.05 * (i % 3) + 0.02 * x)
    return [[mp.mpf(v) for v in values] for values in (xs, ys, sigmas)]


def power_row(p, x):
    value = p[0] * x ** p[1]
    return value, [x ** p[1], value * mp.log(x)]


def exponential_row(p, x):
    e = mp.exp(p[1] * x)
    return p[0] * e, [e, p[0] * x * e]


def logistic_row(p, x):
    e = mp.exp(-p[1] * (x - p[2]))
    d = 1 + e
    return p[0] / d, [1 / d, p[0] * e * (x - p[2]) / d ** 2, -p[0] * e * p[1] / d ** 2]


def linear(*functions):
    return lambda p, x: (mp.fsum(c * f(x) for c, f in zip(p, functions)), [f(x) for f in functions])


ONE, X = (lambda x: mp.mpf(1)), (lambda x: x)
# name: family, model, start, held intercept, whether ln y is fitted
CURVES = {
    "line": ("straight", linear(ONE, X), [0, 0], None, False),
    "through 0": ("straight", linear(X), [0], 0, False),
    "through 2": ("straight", linear(X), [0], 2, False),
    "quadratic": ("bent", linear(ONE, X, lambda x: x ** 2), [0] * 3, None, False),
    "cubic": ("bent", linear(ONE, X, lambda x: x ** 2, lambda x: x ** 3), [0] * 4, None, False),
    "logarithmic": ("slowing", linear(ONE, mp.log), [0, 0], None, False),
    "exponential": ("falling", exponential_row, [40, -0.4], None, False),
    "exponential on the log scale": ("falling", linear(ONE, X), [0, 0], None, True),
    "power": ("rising", power_row, [0.3, 1.9], None, False),
    "power on the log scale": ("rising", linear(ONE, mp.log), [0, 0], None, True),
    "logistic": ("levelling", logistic_row, [11, 0.6, 5], None, False),
}


def t_quantile(freedom):
    return mp.findroot(lambda t: mp.betainc(freedom / mp.mpf(2), 0.5, 0, freedom / (freedom + t * t), regularized=True) - mp.mpf("0.05"),
                       1.96 + 2.4 / freedom) if freedom < 1000 else mp.findroot(
        lambda t: 2 * mp.quad(lambda s: (1 + s * s / freedom) ** (-(freedom + 1) / mp.mpf(2)), [0, t])
        * mp.gamma(mp.mpf(freedom + 1) / 2) / mp.gamma(mp.mpf(freedom) / 2) / mp.sqrt(freedom * mp.pi) - mp.mpf("0.95"), 1.96)


def solve(model, start, xs, ys, weights):
    """Newton's steps on the gradient, its derivatives by differences of a relative 1e-12."""
    size = len(start)

    def sums(p):
        normal, right, squares = mp.zeros(size), mp.zeros(size, 1), mp.mpf(0)
        for x, y, w in zip(xs, ys, weights):
            value, row = model(p, x)
            r = y - value
            squares += w * r * r
            for a in range(size):
                right[a] += w * row[a] * r
                for b in range(a, size):
                    normal[a, b] += w * row[a] * row[b]
        for a in range(size):
            for b in range(a):
                normal[a, b] = normal[b, a]
        return normal, right, squares

    p = [mp.mpf(v) for v in start]
    for step in range(60):
        normal, right, _ = sums(p)
        if step < 8:
            by = mp.lu_solve(normal, right)
        else:
            curvature = mp.zeros(size)
            for k in range(size):
                h = mp.mpf("1e-12") * (abs(p[k]) + mp.mpf("1e-3"))
                up, down = list(p), list(p)
                up[k] += h
                down[k] -= h
                difference = (sums(down)[1] - sums(up)[1]) / (2 * h)
                for a in range(size):
                    curvature[a, k] = difference[a]
            by = mp.lu_solve(curvature, right)
        p = [v + d for v, d in zip(p, by)]
        if max(abs(d) / (abs(v) + mp.mpf("1e-3")) for v, d in zip(p, by)) < mp.mpf("1e-30"):
            break
    else:
        raise ArithmeticError("no convergence")
    normal, _, squares = sums(p)
    return p, normal ** -1, squares


def report(name, weighting, n):
    family, model, start, held, on_log = CURVES[name]
    xs, measured, sigmas = points(family, n)
    ys = [mp.log(y) for y in measured] if on_log else [y - (held or 0) for y in measured]
    weights = [mp.mpf(1)] * n if weighting == "UNWEIGHTED" else [(y / s if on_log else 1 / s) ** 2 for y, s in zip(measured, sigmas)]
    p, inverse, ssr = solve(model, start, xs, ys, weights)
    size, freedom = len(p), n - len(p)
    s2 = ssr / freedom
    scale2 = mp.mpf(1) if weighting == "STATED" else s2
    total = mp.fsum(weights)
    plain = [y + (held or 0) for y in ys]
    mean = mp.fsum(w * y for w, y in zip(weights, plain)) / total
    about_mean = mp.fsum(w * (y - mean) ** 2 for w, y in zip(weights, plain))
    sst = mp.fsum(w * y * y for w, y in zip(weights, plain)) if held == 0 else about_mean
    out = {}
    jacobian = mp.eye(size)
    values = list(p)
    if on_log:
        values[0] = mp.exp(p[0])
        jacobian[0, 0] = values[0]
    covariance = scale2 * jacobian * inverse * jacobian.T
    # With bars as stated the scatter is known.
    t = mp.sqrt(2) * mp.erfinv(mp.mpf("0.95")) if weighting == "STATED" else t_quantile(freedom)
    for k in range(size):
        out[f"value {k}"] = values[k]
        out[f"se {k}"] = mp.sqrt(covariance[k, k])
        half = t * mp.sqrt(scale2 * inverse[k, k])
        out[f"low {k}"] = mp.exp(p[k] - half) if on_log and k == 0 else values[k] - half
        for m in range(k, size):
            out[f"covariance {k} {m}"] = covariance[k, m]
    out["ssr"] = ssr
    out["s"] = mp.sqrt(s2)
    out["r2"] = 1 - ssr / sst
    out["r2 about mean"] = 1 - ssr / about_mean
    whole = n if held == 0 else n - 1
    out["adjusted r2"] = 1 - s2 / (sst / whole)
    if held is None or held == 0:
        tested = size if held == 0 else size - 1
        f = (sst - ssr) / tested / scale2
        out["f"] = f
    k = size if weighting == "STATED" else size + 1
    out["aicc"] = (ssr if weighting == "STATED" else n * mp.log(ssr / n)) + 2 * k + 2 * mp.mpf(k) * (k + 1) / (n - k - 1)
    if weighting != "UNWEIGHTED" and n < 1000:
        out["chi p"] = mp.gammainc(mp.mpf(freedom) / 2, ssr / 2, mp.inf, regularized=True)
    i = 3
    value, row = model(p, xs[i])
    row = mp.matrix(row)
    h = weights[i] * (row.T * inverse * row)[0]
    r = ys[i] - value
    out["residual"] = r
    out["fitted"] = mp.exp(value) if on_log else value + (held or 0)
    out["leverage"] = h
    standardised = r * mp.sqrt(weights[i] / scale2 / (1 - h))
    out["standardised"] = standardised
    without = (ssr - weights[i] * r * r / (1 - h)) / (freedom - 1)
    out["studentised"] = r * mp.sqrt(weights[i] / without / (1 - h))
    out["cook"] = standardised ** 2 / size * h / (1 - h)
    slope = mp.diff(lambda x: model(p, x)[0], xs[i])
    out["slope"] = slope * (mp.exp(value) if on_log else 1)
    for quantity, value in out.items():
        print(f"{name},{weighting},{n},{quantity},{mp.nstr(value, 17)}")


if __name__ == "__main__":
    print("curve,weighting,points,quantity,value")
    for curve in CURVES:
        for by in ("UNWEIGHTED", "STATED", "RELATIVE"):
            report(curve, by, 24)
    mp.mp.dps = 30
    for curve in ("line", "cubic", "exponential", "power", "logistic"):
        for by in ("UNWEIGHTED", "RELATIVE"):
            report(curve, by, 9000)
