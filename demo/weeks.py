"""Writes weeks.csv: what the invented shop burnt in six weeks, with four truths hidden in it.

Run by hand when the story changes. Figures are parts of the planned ones.
- Hands: Dorrit Vale travels an eighth faster than plans say, Tobin Harrow an eighth slower.
- A worn tip: what cuts 1-1/2 in plate opened up: its kerf is a sixth wider, and wider week by week.
- A changed hose: eighteen days ago the yard's rig got a longer one; since then it takes a quarter more heating and a fifth
  off the pace.
- Dirty tips: some clean theirs every third cut, some when it is too late. From the fifth cut on every second edge has to be
  ground, three times as long, and most who looked found the bore dirty.
"""
import csv
import math
import pathlib
import random

random.seed(42)
# job, line, burns, and the people who make them
WORK = [
    (1, 1, 70, ["Marta Quill", "Ishaan Fenwick", "Dorrit Vale"]),
    (1, 2, 110, ["Ishaan Fenwick", "Dorrit Vale", "Tobin Harrow"]),
    (1, 3, 60, ["Ishaan Fenwick", "Tobin Harrow", "Dorrit Vale"]),
    (2, 1, 75, ["Tobin Harrow", "Marta Quill", "Ishaan Fenwick"]),
    (4, 2, 65, ["Dorrit Vale", "Marta Quill"]),
]
HAND = {"Dorrit Vale": 1.13, "Tobin Harrow": 0.88}
HOSE = 18


def noise(spread):
    return math.exp(random.gauss(0, spread))


def outcome(pace):
    off = abs(math.log(pace)) + abs(random.gauss(0, 0.1))
    return "good" if off < 0.18 else "usable" if off < 0.32 else "poor"


rows = []
for job, line, burns, hands in WORK:
    for i in range(burns):
        days = 1 + int(41 * (1 - (i + random.random()) / burns))
        by = random.choice(hands)
        pace, start, kerf = HAND.get(by, 1.0) * noise(0.06), noise(0.14), noise(0.03)
        if (job, line) == (1, 1):
            kerf *= 1.10 + 0.12 * (42 - days) / 42
        if job == 2 and days <= HOSE:
            pace, start = pace * 0.80, start * 1.25
        grind = noise(0.2) * (2.2 if outcome(pace) == "poor" else 1.0)
        rows.append([job, line, days, random.randint(7, 16), by, outcome(pace), round(start, 3), round(pace, 3),
                     round(kerf, 3), round(grind, 3)])

rows.sort(key=lambda row: (-row[2], row[3]))
# a stream of its own, so that what stands above stays as it is
dirt = random.Random(10)
LOOKED = {"dirty": ("jet_ragged", "tip_bore_dirty"), "fast": ("drag_lines_raked", "too_fast"), "slow": ("dross_hard", "too_slow")}
since = {}
for row in rows:
    cut = (row[0], row[1])
    cleaned = dirt.random() < (0.4 if row[4] in ("Ishaan Fenwick", "Marta Quill") else 0.12)
    since[cut] = 0 if cleaned else since.get(cut, 0) + 1
    dirty = since[cut] >= 5 and dirt.random() < 0.5
    if dirty:
        row[5], row[9] = "poor", round(row[9] * 3, 3)
    why = "dirty" if dirty else "fast" if row[7] > 1 else "slow"
    looked = row[5] == "poor" and dirt.random() < 0.35
    row += [int(cleaned), *(LOOKED[why] if looked else ("", ""))]
with open(pathlib.Path(__file__).parent / "weeks.csv", "w", newline="\n") as out:
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["job", "line", "days_ago", "hour", "by", "outcome", "start", "pace", "kerf", "clean_up", "cleaned", "seen", "settled"])
    writer.writerows(rows)
