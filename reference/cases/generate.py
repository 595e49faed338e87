"""Makes the CSV cases of this folder with published Python libraries.

Run once by hand when a case is added; the tests read the CSV and need no Python:
    python3 -m venv venv && venv/bin/pip install -r requirements.txt && venv/bin/python generate.py
Gas constants are written out here on purpose, apart from reference/tables, so that a slip there shows.
"""
import csv
import math
import pathlib

import CoolProp.CoolProp as coolprop
import fluids

HERE = pathlib.Path(__file__).parent
R = 8.314462618
P_REF, T_REF = 101325.0, 294.26
GASES = {  # molar mass kg/mol, heat-capacity ratio, viscosity Pa s
    "oxygen": (31.998e-3, 1.397, 20.3e-6),
    "acetylene": (26.038e-3, 1.24, 10.2e-6),
    "propane": (44.096e-3, 1.138, 8.04e-6),
    "natural_gas": (16.043e-3, 1.308, 11.1e-6),
}


def write(name, header, rows):
    with open(HERE / name, "w", newline="") as out:
        writer = csv.writer(out, lineterminator="\n")
        writer.writerow(header)
        writer.writerows(rows)


def choked_flow():
    for bore_mm in (0.8, 1.016, 1.5, 2.1, 3.1):
        for gauge_pa in (120e3, 206842.7, 275e3, 400e3, 550e3):
            mass, gamma, _ = GASES["oxygen"]
            p_0 = gauge_pa + P_REF
            assert fluids.is_critical_flow(p_0, P_REF, gamma)
            p_star = fluids.P_critical_flow(p_0, gamma)
            t_star = fluids.T_critical_flow(T_REF, gamma)
            rho = p_star * mass / (R * t_star)
            sound = math.sqrt(gamma * R / mass * t_star)
            area = math.pi / 4 * (bore_mm / 1000) ** 2
            flow = 0.9 * area * rho * sound
            volume = flow * R / mass * T_REF / P_REF
            yield ["oxygen", bore_mm, 0.9, gauge_pa, f"{volume:.9e}", 0.001, "fluids_library"]


def hose():
    cases = [("oxygen", 300.0, 50.0, 0.25, 50.0), ("oxygen", 300.0, 50.0, 0.375, 100.0)]
    cases += [("oxygen", q, p, d, l) for q in (20, 60, 150) for p in (20, 40) for d in (0.1875, 0.25, 0.375) for l in (25, 100)]
    cases += [(g, q, p, 0.25, l) for g in ("acetylene", "propane", "natural_gas") for q in (5, 12, 40) for p in (4, 9) for l in (25, 100)]
    for gas, ft3_h, psig, bore_in, length_ft in cases:
        mass, _, viscosity = GASES[gas]
        p_2 = psig * 6894.757293 + P_REF
        bore, length = bore_in * 0.0254, length_ft * 0.3048
        q = ft3_h * 0.3048**3 / 3600
        m = q * P_REF * mass / (R * T_REF)
        reynolds = 4 * m / (math.pi * bore * viscosity)
        # the critical Reynolds number of the library is 2040, as ours; Colebrook above it
        f = fluids.friction_factor(Re=reynolds, eD=1.5e-6 / bore, Method="Colebrook")
        low, high = p_2, p_2 * 5
        def flow(p_1):
            return fluids.isothermal_gas(rho=p_1 * mass / (R * T_REF), fd=f, P1=p_1, P2=p_2, L=length, D=bore)
        low *= 1 + 1e-9
        for _ in range(200):
            middle = (low + high) / 2
            low, high = (middle, high) if flow(middle) < m else (low, middle)
        yield [gas, f"{q:.9e}", f"{p_2 - P_REF:.3f}", f"{bore:.7f}", f"{length:.4f}", f"{reynolds:.1f}", f"{low - P_REF:.3f}", 0.001, "fluids_library"]


def density():
    for gas, name in (("oxygen", "Oxygen"), ("propane", "Propane"), ("propylene", "Propylene"), ("natural_gas", "Methane")):
        # 2 % for the liquefied gases: the core treats them as ideal at the reference state
        yield [gas, f"{coolprop.PropsSI('D', 'T', T_REF, 'P', P_REF, name):.6f}", 0.002 if gas in ("oxygen", "natural_gas") else 0.02, "coolprop"]


def table(name):
    """A table of reference/tables, read on its own."""
    with open(HERE.parent / "tables" / name, newline="") as lines:
        return list(csv.DictReader(line for line in lines if not line.startswith("#")))


def log_log(rows, x_column, y_column, x, running_maximum=False):
    xs = [float(row[x_column]) for row in rows]
    ys = [float(row[y_column]) for row in rows]
    if running_maximum:
        ys = [max(ys[: i + 1]) for i in range(len(ys))]
    if x <= xs[0]:
        return ys[0]
    for x_0, x_1, y_0, y_1 in zip(xs, xs[1:], ys, ys[1:]):
        if x <= x_1:
            return math.exp(math.log(y_0) + math.log(y_1 / y_0) * math.log(x / x_0) / math.log(x_1 / x_0))
    return ys[-1]


def worked_plates():
    """The model of docs/model/cut.md once more, in another language and from the tables alone."""
    cutting, seconds = table("cutting-mild-steel.csv"), table("start-preheat.csv")
    factors = {row["factor"]: row for row in table("start-preheat-factors.csv")}
    surfaces = {row["surface"]: row for row in table("surface-factors.csv")}
    ratios = {row["fuel"]: float(row["neutral_ratio"]) for row in table("fuel-gases.csv")}
    parts = {"freehand": (0, 0.5), "guided": (0.25, 0.75), "machine": (0.5, 1)}
    points = {"fine": 0.25, "standard": 0.5, "severance": 0.75}
    wander = {"freehand": 0.5, "guided": 0.25, "machine": 0.0}
    fuels, faces, starts = list(ratios), list(surfaces), ["edge", "drilled_hole", "pierce"]
    thicknesses = [3, 3.1, 6, 9.525, 12.7, 19.05, 25, 38.1, 60, 90, 127, 152.4, 180, 240, 300]
    for i in range(90):
        mm = thicknesses[i % 15]
        process, quality = list(parts)[i % 3], list(points)[(i // 3) % 3]
        fuel, front, back = fuels[i % 4], faces[i % 6], faces[(i // 2) % 6]
        start, purity, plate = starts[(i // 5) % 3], [99.5, 98.5, 100, 96][(i // 7) % 4], [20, -10, 300, 590][(i // 4) % 4]
        length, bore = 150 + 137 * i, [1.0, 1.5, 2.1][i % 3]
        inches = mm / 25.4
        low, high = (log_log(cutting, "thickness_in", f"speed_in_per_min_{end}", inches) * 25.4 for end in ("low", "high"))
        a, b = parts[process]
        speed = low + (a + points[quality] * (b - a)) * (high - low)
        speed *= min(1.0, 0.8 ** (99.5 - purity))
        speed *= float(surfaces[front]["speed_front"]) * float(surfaces[back]["speed_back"])
        s_low, s_high = (log_log(seconds, "thickness_mm", f"seconds_{end}", mm) for end in ("low", "high"))
        names = [f"fuel_{fuel}", f"surface_{front}", f"start_{start}"]
        used = [factors[name] for name in names if name in factors]
        warm = max(0.15, ((870 - plate) / 850) ** 2)
        heat = math.sqrt(s_low * s_high) * warm * math.prod(float(row["value"]) for row in used)
        half = math.log(s_high / s_low) / 2
        down = math.sqrt(half**2 + sum(math.log(float(row["value"]) / float(row["low"])) ** 2 for row in used))
        up = math.sqrt(half**2 + sum(math.log(float(row["high"]) / float(row["value"])) ** 2 for row in used))
        column = "propane" if fuel == "propylene" else fuel
        flow = sum(log_log(cutting, "thickness_in", f"{column}_ft3_h_{end}", inches) for end in ("low", "high")) / 2 * 0.3048**3 * 1000 / 60
        kerf = 1.25 * bore + 0.012 * mm + wander[process]
        count = 1 if process == "machine" else math.ceil(length / 450)
        again = heat * 0.5 / float(factors[f"start_{start}"]["value"]) if f"start_{start}" in factors else heat * 0.5
        total = heat + (count - 1) * again + length / speed * 60 + 30 + 10 * (count - 1)
        inputs = [mm, length, process, quality, front, back, start, fuel, purity, plate, bore]
        results = [speed, heat, heat * math.exp(-down), heat * math.exp(up), kerf, flow, flow * ratios[fuel], count, total]
        yield inputs + [f"{value:.6f}" for value in results] + [1e-5, "computed"]


def oxygen_contents():
    free = coolprop.PropsSI("D", "T", T_REF, "P", P_REF, "Oxygen")
    for celsius in (-20, -5, 10, 21.11, 35, 50):
        for bar in (5, 20, 50, 100, 150, 200, 250, 300):
            dense = coolprop.PropsSI("D", "T", celsius + 273.15, "P", bar * 1e5, "Oxygen")
            yield [0.0445, bar * 1e5 - P_REF, celsius, f"{0.0445 * dense / free:.9e}", 0.005, "coolprop"]
    # the example of the trade: 44.5 l at 1500 psig, 70 degF
    dense = coolprop.PropsSI("D", "T", T_REF, "P", 1500 * 6894.757293 + P_REF, "Oxygen")
    yield [0.0445, 1500 * 6894.757293, 21.11, f"{0.0445 * dense / free:.9e}", 0.003, "coolprop"]


def liquefied():
    for fuel, name in (("propane", "Propane"), ("propylene", "Propylene")):
        for celsius in range(-30, 45, 5):
            t = celsius + 273.15
            pressure = coolprop.PropsSI("P", "T", t, "Q", 0, name)
            latent = coolprop.PropsSI("H", "T", t, "Q", 1, name) - coolprop.PropsSI("H", "T", t, "Q", 0, name)
            yield [fuel, celsius, f"{pressure:.3f}", 0.01, f"{latent:.1f}", 0.02, "coolprop"]


def heats_of_combustion():
    import cantera

    species = {entry.name: entry for entry in cantera.Species.list_from_file("nasa_gas.yaml")}
    moles = {"acetylene": ("C2H2,acetylene", 2, 2), "propane": ("C3H8", 3, 8), "propylene": ("C3H6,propylene", 3, 6), "natural_gas": ("CH4", 1, 4)}
    water_vapour_to_liquid = 44.0e3  # J/mol at 25 degC

    def enthalpy(name):
        return species[name].thermo.h(298.15) / 1000  # J/mol

    for fuel, (name, c, h) in moles.items():
        burnt = c * enthalpy("CO2") + h / 2 * enthalpy("H2O")
        lower = enthalpy(name) + (c + h / 4) * enthalpy("O2") - burnt
        higher = lower + h / 2 * water_vapour_to_liquid
        per_ft3 = higher / (R * T_REF / P_REF) * 0.3048**3 / 1055.056
        yield [fuel, c, h, c + h / 4, f"{per_ft3:.2f}", 0.05, "cantera"]


if __name__ == "__main__":
    write("oxygen_contents.csv", ["water_volume_m3", "pressure_pa_gauge", "temperature_c", "free_gas_m3", "rel_tol", "source"], oxygen_contents())
    write("liquefied_fuel.csv", ["fuel", "temperature_c", "vapour_pressure_pa", "pressure_rel_tol", "latent_heat_j_kg", "latent_rel_tol", "source"], liquefied())
    write("heat_of_combustion.csv", ["fuel", "carbon", "hydrogen", "stoichiometric_ratio", "higher_heat_btu_ft3", "rel_tol", "source"], heats_of_combustion())
    write("choked_flow.csv", ["gas", "bore_mm", "discharge_coefficient", "pressure_pa_gauge", "flow_m3_s", "rel_tol", "source"], choked_flow())
    write("hose_regulator_pressure.csv", ["gas", "flow_m3_s", "torch_pressure_pa_gauge", "bore_m", "length_m", "reynolds", "regulator_pressure_pa_gauge", "rel_tol", "source"], hose())
    write("gas_density.csv", ["gas", "density_kg_m3", "rel_tol", "source"], density())
    write("worked_plates.csv", ["thickness_mm", "length_mm", "process", "quality", "surface", "back_surface", "start", "fuel", "purity_percent", "plate_c", "bore_mm", "speed_mm_min", "preheat_s", "preheat_low_s", "preheat_high_s", "kerf_mm", "fuel_l_min", "flame_oxygen_l_min", "starts", "total_s", "rel_tol", "source"], worked_plates())
