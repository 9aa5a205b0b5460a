# Averages and distributions of ratings, by Python's exact fractions and its decimal module (General Decimal Arithmetic,
# round-floor). Writes averages.json: python3 averages.py > averages.json
import json, random, sys
from decimal import ROUND_FLOOR, Decimal
from fractions import Fraction

random.seed(20261127)
cases = []
for n in [1, 2, 3, 7, 9, 10, 12, 33, 212] * 12:
    scale = random.choice([3, 5, 5, 5, 10])
    given, exact = [], []
    for _ in range(n):
        if random.random() < 0.2:
            of = random.choice([4, 6, 10, 100])
            points = Fraction(random.randint(0, of * 10 if of < 100 else of), 10 if of < 100 else 1)
            exact.append(points * scale / of)
            given.append(f"{Decimal(points.numerator) / Decimal(points.denominator)}/{of}")
        else:
            points = Fraction(random.randint(0, scale * 10), 10)
            exact.append(points)
            given.append(str(Decimal(points.numerator) / Decimal(points.denominator)))
    average = sum(exact) / n
    # Floored in exact arithmetic, then written by decimal.
    shown = (Decimal(average.numerator * 10 // average.denominator) / 10).quantize(Decimal("0.1"), ROUND_FLOOR)
    stars = [0] * scale
    for e in exact:
        stars[max(1, e.numerator // e.denominator) - 1] += 1
    cases.append({"scale": scale, "given": given, "average": f"{average.numerator}/{average.denominator}",
                  "shown": f"{shown.normalize():f}", "stars": stars})
json.dump({"by": "Python " + sys.version.split()[0] + ", fractions and decimal", "cases": cases}, sys.stdout, indent=0)
