"""Makes the cases of the record: two ways compared, by scipy's Welch test.

Run once by hand when a case is added, in the environment of requirements.txt; the tests read what it writes.
"""
import csv
import pathlib
import random

from scipy import stats

HERE = pathlib.Path(__file__).parent
random.seed(18)

with open(HERE / "record_two_ways.csv", "w", newline="\n") as out:
    out.write("# two ways compared: scipy 1.17.1, stats.ttest_ind(equal_var=False) and its 95 % interval\n")
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(["a", "b", "difference", "low", "high", "probability_a_lower", "source"])
    for _ in range(40):
        n, m = random.randint(2, 12), random.randint(2, 12)
        a = [round(random.gauss(10, random.uniform(0.2, 3)), 3) for _ in range(n)]
        b = [round(random.gauss(random.uniform(8, 13), random.uniform(0.2, 3)), 3) for _ in range(m)]
        test = stats.ttest_ind(a, b, equal_var=False)
        low, high = test.confidence_interval(0.95)
        less = stats.ttest_ind(a, b, equal_var=False, alternative="less").pvalue
        difference = sum(a) / n - sum(b) / m
        # how sure a lies lower is one less the chance of such a difference where it did not
        rows.writerow([" ".join(map(str, a)), " ".join(map(str, b)), difference, low, high, 1 - less, "scipy_library"])
