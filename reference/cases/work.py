"""Makes the cases of other work: a carriage's dial, by numpy's least-squares line.

Run once by hand when a case is added, in the environment of requirements.txt; the tests read what it writes.
"""
import csv
import pathlib
import random

import numpy

HERE = pathlib.Path(__file__).parent
random.seed(19)

with open(HERE / "work_dial.csv", "w", newline="\n") as out:
    out.write("# pace by mark: numpy 2.4.6, numpy.polyfit of degree 1; lengths in mm, times in s, paces in mm/s\n")
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(["marks", "lengths_mm", "times_s", "slope_mm_s", "at_nought_mm_s", "mark", "pace_mm_s", "source"])
    for _ in range(30):
        n = random.randint(2, 9)
        marks = sorted(random.sample(range(1, 100), n))
        slope, nought = random.uniform(0.05, 0.4), random.uniform(-0.5, 1.0)
        lengths = [random.choice([152.4, 304.8, 609.6, 1000.0]) for _ in marks]
        paces = [max(0.2, nought + slope * mark) * random.uniform(0.97, 1.03) for mark in marks]
        times = [round(length / pace, 2) for length, pace in zip(lengths, paces)]
        found = numpy.polyfit(marks, [length / time for length, time in zip(lengths, times)], 1)
        if found[0] <= 0:
            continue
        pace = random.uniform(2.0, 12.0)
        rows.writerow([
            " ".join(map(str, marks)), " ".join(map(str, lengths)), " ".join(map(str, times)),
            found[0], found[1], (pace - found[1]) / found[0], pace, "numpy_library",
        ])
