"""Plans 10 000 plates with NumPy and `fluids`: what a straightforward program of the same formulas takes.

Run by `bin/bench` where Python with requirements.txt is at hand. Bands, bores and times are vectorised; the hose, whose law has
no closed form, goes plate by plate through fluids.isothermal_gas, for both gases.
"""
import csv
import math
import pathlib
import time

import fluids
import numpy as np

TABLES = pathlib.Path(__file__).parents[1] / "tables"
R, P, T = 8.314462618, 101325.0, 294.26
BORES = np.array([0.8, 1.0, 1.2, 1.5, 1.7, 2.1, 2.5, 2.7, 3.1]) / 1000
N = 10_000


def table(name):
    with open(TABLES / name) as lines:
        return list(csv.DictReader(line for line in lines if not line.startswith("#")))


def column(rows, name):
    return np.array([float(row[name]) for row in rows])


def regulator(gas, flow, torch, bore=0.00635, length=15.0):
    mass, viscosity = gas
    m = flow * P * mass / (R * T)
    reynolds = 4 * m / (math.pi * bore * viscosity)
    f = fluids.friction_factor(Re=reynolds, eD=1.5e-6 / bore)
    rho = torch * mass / (R * T)
    return fluids.isothermal_gas(rho=rho, fd=f, P2=torch, L=length, D=bore, m=m)


def plan(mm):
    cutting, start = table("cutting-mild-steel.csv"), table("start-preheat.csv")
    x, inches = np.log(column(cutting, "thickness_in")), np.log(mm / 25.4)

    def band(name):
        return [np.exp(np.interp(inches, x, np.log(column(cutting, f"{name}_{end}")))) for end in ("low", "high")]

    ft3_h = 0.3048**3 / 3600
    oxygen = np.mean(band("oxygen_ft3_h"), axis=0) * ft3_h
    fuel = np.mean(band("acetylene_ft3_h"), axis=0) * ft3_h
    low, high = band("bore_in")
    g, mass = 1.397, 31.998e-3
    choke = math.sqrt(g * mass / (R * T)) * (2 / (g + 1)) ** ((g + 1) / (2 * (g - 1)))
    pressures = (oxygen * P * mass / (R * T))[:, None] / (0.9 * math.pi / 4 * BORES**2 * choke)
    suits = (BORES >= low[:, None] * 0.0254 * 0.92) & (BORES <= high[:, None] * 0.0254 * 1.08)
    target = np.where(mm > 150, 330e3, 275e3)[:, None] + P
    best = np.argmin(np.where(suits, abs(pressures - target), np.inf), axis=1)
    tip = pressures[np.arange(len(mm)), best]
    slow, fast = band("speed_in_per_min")
    speed = (slow + 0.5 * (fast - slow)) * 25.4
    seconds = [np.exp(np.interp(np.log(mm), np.log(column(start, "thickness_mm")), np.log(column(start, f"seconds_{end}")))) for end in ("low", "high")]
    heat = np.sqrt(seconds[0] * seconds[1])
    at_oxygen = [regulator((mass, 20.3e-6), q + 1.1 * f, p * 1.05) for q, f, p in zip(oxygen, fuel, tip)]
    at_fuel = [regulator((26.038e-3, 10.2e-6), f, (27.6e3 + P) * 1.05) for f in fuel]
    total = 1.5 * heat + 900 / speed * 60 + 40
    return best, at_oxygen, at_fuel, total, oxygen * 900 / speed * 60 + 1.1 * fuel * (1.5 * heat + 900 / speed * 60)


if __name__ == "__main__":
    thickness = 3.2 * (300 / 3.2) ** np.linspace(0, 1, N)
    times = []
    for _ in range(3):
        began = time.perf_counter()
        plan(thickness)
        times.append(time.perf_counter() - began)
    print(f"10 000 plates in Python: {min(times) * 1000:.0f} ms (best of 3)")
