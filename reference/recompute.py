#!/usr/bin/env python3
"""Works out every expected value of this folder anew, by other means than Helvo's, and writes expected.json.

Sums and equations are solved in exact fractions, roots, logarithms and distributions in 60 digits (mpmath). Nothing of
Helvo is used or needed. Values of nonlinear regressions are those that the National Institute of Standards and
Technology certifies (nonlinear/certified.json). Run in this folder, with Python 3.9 or later and mpmath:

    python3 recompute.py            writes expected.json
    python3 recompute.py --check    compares it with the expected.json that is there
"""
import csv
import json
import re
import sys
from fractions import Fraction
from itertools import combinations, product

from mpmath import betainc, diff, erfc, exp, findroot, gammainc, log, matrix, mp, mpf, nstr, quad, sqrt

mp.dps = 60
NIST = "NIST Statistical Reference Datasets, www.itl.nist.gov/div898/strd"
EXACT = "exact fractions of the doubles in the file"
cases = []


def column(path, *numbers):
    rows = list(csv.reader(open(path, encoding="utf-8")))[1:]
    return [[Fraction(float(row[n])) for row in rows] for n in numbers]


def big(value):
    return mpf(value.numerator) / value.denominator if isinstance(value, Fraction) else mpf(value)


def text(value):
    """The first 25 digits of a number."""
    return nstr(big(value), 25, strip_zeros=True)


def case(name, area, what, source, command, values, quick=False):
    cases.append({
        "name": name, "area": area, "what": what, "source": source, "quick": quick, "command": command,
        "values": [{"what": w, "at": at, "expected": e if isinstance(e, str) else text(e), "digits": digits}
                   for w, at, e, digits in values],
    })


def solved(matrix, right):
    """A system of linear equations in fractions, and the inverse of its matrix."""
    n = len(matrix)
    rows = [list(matrix[i]) + [right[i]] + [Fraction(int(i == j)) for j in range(n)] for i in range(n)]
    for i in range(n):
        pivot = next(r for r in range(i, n) if rows[r][i] != 0)
        rows[i], rows[pivot] = rows[pivot], rows[i]
        scale = rows[i][i]
        rows[i] = [value / scale for value in rows[i]]
        for r in range(n):
            if r != i and rows[r][i] != 0:
                factor = rows[r][i]
                rows[r] = [a - factor * b for a, b in zip(rows[r], rows[i])]
    return [row[n] for row in rows], [row[n + 1:] for row in rows]


class Line:
    """Least squares of y on powers of x, from `first` to `degree`, with weights."""

    def __init__(self, x, y, degree=1, first=0, weights=None):
        w = weights or [Fraction(1)] * len(x)
        powers = range(first, degree + 1)
        matrix = [[sum(wi * xi ** (p + q) for wi, xi in zip(w, x)) for q in powers] for p in powers]
        right = [sum(wi * yi * xi ** p for wi, xi, yi in zip(w, x, y)) for p in powers]
        self.x, self.y, self.w, self.first = x, y, w, first
        self.b, self.inverse = solved(matrix, right)
        self.fitted = [sum(b * xi ** p for b, p in zip(self.b, powers)) for xi in x]
        self.squares = sum(wi * (yi - fi) ** 2 for wi, yi, fi in zip(w, y, self.fitted))
        self.freedom = len(x) - len(self.b)
        self.variance = self.squares / self.freedom
        mean = sum(wi * yi for wi, yi in zip(w, y)) / sum(w)
        about = mean if first == 0 else 0
        self.total = sum(wi * (yi - about) ** 2 for wi, yi in zip(w, y))
        self.r2 = 1 - self.squares / self.total

    def error(self, k, known=False):
        return sqrt(big(self.inverse[k][k] * (1 if known else self.variance)))

    def s(self):
        return sqrt(big(self.variance))


def p_of_t(t, freedom):
    """Two-sided, by the incomplete beta function."""
    return betainc(mpf(freedom) / 2, mpf(1) / 2, 0, freedom / (freedom + t * t), regularized=True)


def t_quantile(freedom):
    return findroot(lambda t: p_of_t(t, freedom) - mpf("0.05"), mpf(2.2))


def p_of_f(f, above, below):
    return betainc(mpf(below) / 2, mpf(above) / 2, 0, below / (below + above * f), regularized=True)


def coefficients(line, digits, names=None, known=False):
    # A line has a and b, a polynomial c0, c1 and so on.
    names = names or ("ab" if len(line.b) + line.first <= 2 else [f"c{k}" for k in range(len(line.b))])
    values = []
    for k, value in enumerate(line.b):
        name = names[k + line.first]
        values.append((f"coefficient {name}", f"/fits/0/coefficients/{name}/value", value, digits))
        values.append((f"standard error of {name}", f"/fits/0/coefficients/{name}/standardError",
                       line.error(k, known), digits))
    return values


def quality(line, digits):
    return [("scatter s", "/fits/0/residualStandardDeviation", line.s(), digits),
            ("R²", "/fits/0/r2", line.r2, digits)]


def linear():
    area = "Linear regression"
    for name, degree, option, quick in [
            ("norris", 1, ["--curve", "line"], True), ("pontius", 2, ["--degree", "2"], True),
            ("wampler1", 5, ["--degree", "5"], False), ("wampler3", 5, ["--degree", "5"], False),
            ("filip", 10, ["--degree", "10"], True)]:
        x, y = column(f"linear/{name}.csv", 0, 1)
        line = Line(x, y, degree)
        # Wampler 1 fits perfectly: its errors and its scatter are nothing.
        values = coefficients(line, 13)
        if line.squares == 0:
            values = [v for v in values if v[0].startswith("coefficient")] + [("R²", "/fits/0/r2", line.r2, 13)]
        else:
            values += quality(line, 13)
        if degree == 1:
            t = line.b[1] / 1
            values += [("F", "/fits/0/f", (line.total - line.squares) / line.variance, 12)]
        curve = [] if degree == 1 else ["--curve", "polynomial"]
        case(name, area, f"{name.capitalize()}: {'line' if degree == 1 else f'polynomial of degree {degree}'}",
             f"data: {NIST}; values: {EXACT}", ["fit", f"linear/{name}.csv", "--x", "x", "--y", "y"] + curve + option,
             values, quick)
    x, y = column("linear/noint1.csv", 0, 1)
    line = Line(x, y, 1, first=1)
    case("noint1", area, "NoInt1: line through the origin", f"data: {NIST}; values: {EXACT}",
         ["fit", "linear/noint1.csv", "--x", "x", "--y", "y", "--intercept", "0"],
         coefficients(line, 13) + [("scatter s", "/fits/0/residualStandardDeviation", line.s(), 13)])


def nonlinear():
    for each in json.load(open("nonlinear/certified.json", encoding="utf-8")):
        values = []
        for k, (value, error) in enumerate(zip(each["coefficients"], each["errors"])):
            at = f"/fits/0/coefficients/b{k + 1}/"
            values.append((f"coefficient b{k + 1}", at + "value", value, 9))
            values.append((f"standard error of b{k + 1}", at + "standardError", error, 9))
        values.append(("sum of squares", "/fits/0/residualSumOfSquares", each["ssr"], 9))
        case(each["name"], "Nonlinear regression", f"{each['name'].capitalize()}: y = {each['formula']}",
             f"certified: {NIST}",
             ["fit", f"nonlinear/{each['name']}.csv", "--x", "x", "--y", "y", "--formula", each["formula"]],
             values, each["name"] in ("misra1a", "rat43", "eckerle4"))


def bent(name, path, named, shape, derivatives, start):
    """The least squares of a curve: where all derivatives of the sum of squares vanish, by Newton's method from rough values."""
    x, y = [[big(v) for v in each] for each in column(path, 0, 1)]
    n, names = len(x), [each for each, _ in start]

    def gradient(*b):
        return [sum((v - shape(u, *b)) * derivatives(u, *b)[k] for u, v in zip(x, y)) for k in range(len(b))]

    b = list(findroot(gradient, [mpf(value) for _, value in start]))
    rows = [derivatives(u, *b) for u in x]
    inverse = matrix([[sum(r[i] * r[j] for r in rows) for j in range(len(b))] for i in range(len(b))]) ** -1
    squares = sum((v - shape(u, *b)) ** 2 for u, v in zip(x, y))
    variance = squares / (n - len(b))
    mean = sum(y) / n
    values = []
    for k, each in enumerate(names):
        at = f"/fits/0/coefficients/{each}/"
        values.append((f"coefficient {each}", at + "value", b[k], 10))
        values.append((f"standard error of {each}", at + "standardError", sqrt(variance * inverse[k, k]), 10))
    values += [("scatter s", "/fits/0/residualStandardDeviation", sqrt(variance), 10),
               ("R²", "/fits/0/r2", 1 - squares / sum((v - mean) ** 2 for v in y), 12)]
    head = open(path, encoding="utf-8").readline().strip().split(",")
    case(f"{name}-direct", "Curves that bend", f"{name.capitalize()} through {named}, least squares of y itself", "mpmath, 60 digits",
         ["fit", path, "--x", head[0].split(" ")[0], "--y", head[1].split(" ")[0], "--curve", name], values, True)


def curves_that_bend():
    bent("exponential", "other/decay.csv", "a decay", lambda x, a, b: a * exp(b * x),
         lambda x, a, b: (exp(b * x), a * x * exp(b * x)), [("a", "10.2"), ("b", "-0.22")])
    bent("power", "nonlinear/danwood.csv", "Danwood", lambda x, a, b: a * x ** b,
         lambda x, a, b: (x ** b, a * x ** b * log(x)), [("a", "0.77"), ("b", "3.9")])
    bent("logistic", "nonlinear/rat42.csv", "Rat42", lambda x, top, k, m: top / (1 + exp(-k * (x - m))),
         lambda x, top, k, m: (1 / (1 + exp(-k * (x - m))),
                               top * (x - m) * exp(-k * (x - m)) / (1 + exp(-k * (x - m))) ** 2,
                               -top * k * exp(-k * (x - m)) / (1 + exp(-k * (x - m))) ** 2),
         [("L", "72.5"), ("k", "0.067"), ("m", "38.9")])


def weighted():
    x, y, u = column("other/bars.csv", 0, 1, 2)
    line = Line(x, y, weights=[1 / (each * each) for each in u])
    chi2 = big(line.squares)
    case("stated-bars", "Weighted regression", "Line, bars as known standard deviations", EXACT + "; χ²: mpmath",
         ["fit", "other/bars.csv", "--x", "Load", "--y", "Stretch", "--y-bar", "column:u", "--weights", "stated",
          "--bar-means", "sd"],
         coefficients(line, 12, known=True) + [
             ("χ²", "/fits/0/chi2", chi2, 12),
             ("p of χ²", "/fits/0/chi2P", gammainc(mpf(line.freedom) / 2, chi2 / 2, regularized=True), 11)], True)
    case("relative-bars", "Weighted regression", "Line, bars as relative weights", EXACT,
         ["fit", "other/bars.csv", "--x", "Load", "--y", "Stretch", "--y-bar", "column:u", "--weights", "relative",
          "--bar-means", "sd"],
         coefficients(line, 12))


def bars_both_ways():
    """The line with the least sum of squared distances in units of both bars; errors as York et al. (2004), eqs. 13, give them."""
    x, y, ux, uy = [[big(v) for v in each] for each in column("other/bars-both.csv", 0, 1, 2, 3)]

    def weights(b):
        return [1 / (v * v + b * b * u * u) for u, v in zip(ux, uy)]

    def mean(values, w):
        return sum(v * each for v, each in zip(values, w)) / sum(w)

    def chi2(b):
        w = weights(b)
        a = mean(y, w) - b * mean(x, w)
        return sum(each * (v - a - b * u) ** 2 for u, v, each in zip(x, y, w))

    b = findroot(lambda slope: diff(chi2, slope), mpf("0.2"))
    w = weights(b)
    mx, my = mean(x, w), mean(y, w)
    # Each x as the line and both bars have it.
    on_line = [mx + each * ((u - mx) * sy * sy + b * (v - my) * sx * sx) for u, v, sx, sy, each in zip(x, y, ux, uy, w)]
    middle = mean(on_line, w)
    error_b = 1 / sqrt(sum(each * (u - middle) ** 2 for u, each in zip(on_line, w)))
    at = "/fits/0/coefficients/"
    case("bars-both-ways", "Weighted regression", "Line, bars in x and y as known standard deviations", "mpmath, 60 digits",
         ["fit", "other/bars-both.csv", "--x", "Load", "--y", "Stretch", "--x-bar", "column:ux", "--y-bar", "column:uy",
          "--weights", "stated", "--bar-means", "sd"],
         [("coefficient a", at + "a/value", my - b * mx, 10), ("coefficient b", at + "b/value", b, 10),
          ("standard error of a", at + "a/standardError", sqrt(1 / sum(w) + middle ** 2 * error_b ** 2), 10),
          ("standard error of b", at + "b/standardError", error_b, 10), ("χ²", "/fits/0/chi2", chi2(b), 10)], True)


def through_bars(x, y, u, factor=Fraction(1)):
    """The least and the greatest slope of lines through all bars, and the lines: each goes through the ends of two."""
    found = []
    for i, j in combinations(range(len(x)), 2):
        for si, sj in product((-1, 1), repeat=2):
            yi, yj = y[i] + si * u[i] * factor, y[j] + sj * u[j] * factor
            slope = (yj - yi) / (x[j] - x[i])
            intercept = yi - slope * x[i]
            if all(abs(yk - intercept - slope * xk) <= uk * factor for xk, yk, uk in zip(x, y, u)):
                found.append((slope, intercept))
    return found


def least_factor(x, y, u):
    """By how much bars have to be multiplied until a line meets them all: it touches three of them."""
    best = None
    for three in combinations(range(len(x)), 3):
        for signs in product((-1, 1), repeat=3):
            matrix = [[Fraction(1), x[i], -s * u[i]] for i, s in zip(three, signs)]
            try:
                (a, b, t), _ = solved(matrix, [y[i] for i in three])
            except StopIteration:
                continue
            if t >= 0 and (best is None or t < best[0]) and all(
                    abs(yk - a - b * xk) <= t * uk for xk, yk, uk in zip(x, y, u)):
                best = (t, b, a)
    return best


def bounds():
    area = "Lines that error bars allow"
    x, y, u = column("other/bars.csv", 0, 1, 2)
    lines = through_bars(x, y, u)
    steep, shallow = max(lines), min(lines)
    at = "/fits/0/bounds/"
    case("bounds", area, "Steepest and shallowest line through all bars", EXACT + "; all pairs of ends",
         ["fit", "other/bars.csv", "--x", "Load", "--y", "Stretch", "--y-bar", "column:u", "--bounds"],
         [("steepest slope", at + "steepest/slope", steep[0], 13),
          ("its intercept", at + "steepest/intercept", steep[1], 12),
          ("shallowest slope", at + "shallowest/slope", shallow[0], 13),
          ("its intercept", at + "shallowest/intercept", shallow[1], 12),
          ("factor at which bars allow one line only", at + "leastFactor", least_factor(x, y, u)[0], 12)], True)
    x, y, u = column("other/no-line.csv", 0, 1, 2)
    assert not through_bars(x, y, u)
    factor, slope, intercept = least_factor(x, y, u)
    case("no-line", area, "Bars that no line meets: how much longer they would have to be", EXACT + "; all triples of ends",
         ["fit", "other/no-line.csv", "--x", "x", "--y", "y", "--y-bar", "column:u", "--bounds"],
         [("least factor", at + "leastFactor", factor, 12), ("slope of that line", at + "leastLine/slope", slope, 12),
          ("its intercept", at + "leastLine/intercept", intercept, 12)])


def readings():
    area = "Readings and limits of detection"
    x, y = column("other/standards.csv", 0, 1)
    line = Line(x, y)
    a, b = map(big, line.b)
    n, s, t = len(x), line.s(), t_quantile(line.freedom)
    mean = big(sum(x) / n)
    sxx = big(sum((xi - sum(x) / n) ** 2 for xi in x))
    at = "/fits/0/readings/0/"
    x0 = mpf("3.25")
    half = t * s * sqrt(1 / mpf(n) + (x0 - mean) ** 2 / sxx)
    next_half = t * s * sqrt(1 + 1 / mpf(n) + (x0 - mean) ** 2 / sxx)
    source = EXACT + "; Student's t: mpmath"
    command = ["fit", "other/standards.csv", "--x", "Nitrate", "--y", "Absorbance"]
    case("reading", area, "y at x = 3.25 with limits of 95 %", source, command + ["--at", "3.25"],
         [("y", at + "value", a + b * x0, 13),
          ("lower limit of the mean", at + "meanLow95", a + b * x0 - half, 12),
          ("upper limit of the mean", at + "meanHigh95", a + b * x0 + half, 12),
          ("lower limit of one more measurement", at + "predictionLow95", a + b * x0 - next_half, 12),
          ("upper limit of one more measurement", at + "predictionHigh95", a + b * x0 + next_half, 12)], True)
    measured = [Fraction(float(v)) for v in ("0.352", "0.349", "0.357")]
    y0 = big(sum(measured) / 3)
    # Fieller: (a + b x - y0)² = t² s² (1/3 + 1/n + (x - mean)²/sxx), with z = x - mean.
    ybar = a + b * mean
    k = t * t * s * s
    p, q, r = b * b - k / sxx, 2 * b * (ybar - y0), (ybar - y0) ** 2 - k * (mpf(1) / 3 + mpf(1) / n)
    root = sqrt(q * q - 4 * p * r)
    at += "solutions/0/"
    case("unknown", area, "x of an unknown measured three times, with Fieller's limits of 95 %", source,
         command + ["--measured", "0.352,0.349,0.357"],
         [("x", at + "value", (y0 - a) / b, 13), ("lower limit", at + "low95", mean + (-q - root) / (2 * p), 11),
          ("upper limit", at + "high95", mean + (-q + root) / (2 * p), 11)])
    at = "/fits/0/calibration/"
    case("detection", area, "Limits of detection and quantification, 3.3 s/b and 10 s/b", source,
         command + ["--measured", "0.352,0.349,0.357"],
         [("detection by the scatter", at + "byScatter/detection", mpf("3.3") * s / b, 12),
          ("quantification by the scatter", at + "byScatter/quantification", 10 * s / b, 12),
          ("detection by the intercept", at + "byIntercept/detection", mpf("3.3") * line.error(0) / b, 12),
          ("quantification by the intercept", at + "byIntercept/quantification", 10 * line.error(0) / b, 12)])


def statistics():
    x, y = column("other/standards.csv", 0, 1)
    line = Line(x, y)
    n = len(x)
    slope_t = big(line.b[1]) / line.error(1)
    residuals = [big(yi - fi) for yi, fi in zip(y, line.fitted)]
    r = sqrt(big(line.r2))
    t = t_quantile(line.freedom)
    case("statistics", "Statistics of a line", "t, p, limits, r and Durbin-Watson of a calibration line",
         EXACT + "; distributions: mpmath",
         ["fit", "other/standards.csv", "--x", "Nitrate", "--y", "Absorbance"],
         coefficients(line, 13) + quality(line, 13) + [
             ("t of the slope", "/fits/0/coefficients/b/t", slope_t, 12),
             ("p of the slope", "/fits/0/coefficients/b/p", p_of_t(slope_t, line.freedom), 10),
             ("lower limit of the slope", "/fits/0/coefficients/b/low95", big(line.b[1]) - t * line.error(1), 12),
             ("upper limit of the slope", "/fits/0/coefficients/b/high95", big(line.b[1]) + t * line.error(1), 12),
             ("r", "/fits/0/pearsonR", r, 13),
             ("Durbin-Watson", "/fits/0/checks/durbin-watson/statistic",
              sum((p - q) ** 2 for p, q in zip(residuals, residuals[1:])) / sum(e * e for e in residuals), 11)], True)


def logarithms():
    x, y = column("other/decay.csv", 0, 1)
    lx = [log(big(v)) for v in x]
    ly = [log(big(v)) for v in y]
    n = len(x)

    def line(us, vs):
        mu, mv = sum(us) / n, sum(vs) / n
        b = sum((u - mu) * (v - mv) for u, v in zip(us, vs)) / sum((u - mu) ** 2 for u in us)
        a = mv - b * mu
        rss = sum((v - a - b * u) ** 2 for u, v in zip(us, vs))
        return a, b, 1 - rss / sum((v - mv) ** 2 for v in vs)

    a, b, r2 = line([big(v) for v in x], ly)
    command = ["fit", "other/decay.csv", "--x", "t", "--y", "U", "--curve"]
    where = "/fits/0/coefficients/"
    case("exponential", "Curves through logarithms", "Exponential as a straight line through ln y", "mpmath, 60 digits",
         command + ["exponential", "--on-log-scale"],
         [("a", where + "a/value", exp(a), 12), ("b", where + "b/value", b, 12), ("R² of ln y", "/fits/0/r2", r2, 12)])
    a, b, r2 = line(lx, ly)
    case("power", "Curves through logarithms", "Power as a straight line through ln y over ln x", "mpmath, 60 digits",
         command + ["power", "--on-log-scale"],
         [("a", where + "a/value", exp(a), 12), ("b", where + "b/value", b, 12), ("R² of ln y", "/fits/0/r2", r2, 12)])
    a, b, r2 = line(lx, [big(v) for v in y])
    case("logarithmic", "Curves through logarithms", "Logarithmic", "mpmath, 60 digits", command + ["logarithmic"],
         [("a", where + "a/value", a, 12), ("b", where + "b/value", b, 12), ("R²", "/fits/0/r2", r2, 12)])


def units():
    x, y = column("other/bars.csv", 0, 1)
    line = Line(x, y)
    case("units", "Units", "Stretch converted from mm to inches: 1 in = 25.4 mm", EXACT,
         ["fit", "other/bars.csv", "--x", "Load", "--y", "Stretch", "--convert", "Stretch=in"],
         [("slope", "/fits/0/coefficients/b/value", line.b[1] / Fraction("25.4"), 13),
          ("intercept", "/fits/0/coefficients/a/value", line.b[0] / Fraction("25.4"), 12)])


def tables():
    x, y = column("other/standards.csv", 0, 1)
    line = Line(x, y)
    for name, form in [("standards.tsv", "tabs, decimal commas"), ("standards.xlsx", "XLSX"),
                       ("standards.ods", "ODS"), ("standards-windows.csv", "semicolons, windows-1252")]:
        case("table-" + re.sub(r"\W", "-", name), "Tables read", f"The same table as {form}", EXACT,
             ["fit", "tables/" + name, "--x", "Nitrate", "--y", "Absorbance"],
             coefficients(line, 13), name == "standards.xlsx")


for part in (linear, nonlinear, curves_that_bend, weighted, bars_both_ways, bounds, readings, statistics, logarithms, units, tables):
    part()
whole = {
    "about": "Expected values for `helvo validate`. Each command is run as `helvo COMMAND --json` in this folder; `at` "
             "says where the value stands in its answer, a name in the place of a number choosing the member of that "
             "name. `digits` must agree.",
    "cases": cases,
}
written = json.dumps(whole, indent=1, ensure_ascii=False) + "\n"
if "--check" in sys.argv:
    same = open("expected.json", encoding="utf-8").read() == written
    print("expected.json is what these programs work out." if same else "expected.json differs.")
    sys.exit(0 if same else 1)
open("expected.json", "w", encoding="utf-8").write(written)
print(len(cases), "cases,", sum(len(c["values"]) for c in cases), "values")
