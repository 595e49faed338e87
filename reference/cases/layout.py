"""Makes the cases of layout: areas and offsets by shapely and pyclipper, drawings by ezdxf.

Run once by hand when a case is added, in the environment of requirements.txt; the tests read what it writes.
Corners are x, y and bulge (the tangent of a quarter of the arc's angle), mm. Arcs are flattened here so finely that
the area is off by less than a part in a million; pyclipper is asked in thousandths of a mm with its arcs at 0.1 um.
"""
import csv
import math
import pathlib
import random

import ezdxf
import pyclipper
from ezdxf.math import Vec3
from shapely.geometry import Polygon

HERE = pathlib.Path(__file__).parent


def flattened(corners, pieces=400):
    points = []
    for (x, y, bulge), (x2, y2, _) in zip(corners, corners[1:] + corners[:1]):
        points.append((x, y))
        if not bulge:
            continue
        off = (1 - bulge * bulge) / (4 * bulge)
        cx, cy = (x + x2) / 2 - (y2 - y) * off, (y + y2) / 2 + (x2 - x) * off
        radius, begin = math.hypot(x - cx, y - cy), math.atan2(y - cy, x - cx)
        swept = 4 * math.atan(bulge)
        for i in range(1, pieces):
            angle = begin + swept * i / pieces
            points.append((cx + radius * math.cos(angle), cy + radius * math.sin(angle)))
    return points


def star(seed, corners, curved):
    die = random.Random(seed)
    found = []
    for i in range(corners):
        angle, radius = 2 * math.pi * i / corners, die.uniform(60, 140)
        bulge = die.uniform(-0.25, 0.4) if curved else 0.0
        found.append((round(radius * math.cos(angle), 4), round(radius * math.sin(angle), 4), round(bulge, 4)))
    return found


SHAPES = {
    "square": [(0, 0, 0), (100, 0, 0), (100, 100, 0), (0, 100, 0)],
    "lug": [(0, 0, 0), (100, 0, 0), (100, 100, 1), (0, 100, 0)],
    "L": [(0, 0, 0), (120, 0, 0), (120, 40, 0), (40, 40, 0), (40, 90, 0), (0, 90, 0)],
    "slotted end": [(0, 0, 0), (200, 0, 0), (200, 40, 0), (120, 40, -1), (120, 60, 0), (200, 60, 0), (200, 100, 0), (0, 100, 0)],
    "oval": [(0, 0, 0), (80, 0, 1), (80, 60, 0), (0, 60, 1)],
    "bracket": [(0, 0, 0), (200, 0, 0), (200, 30, -0.26), (30, 150, 0), (0, 150, 0)],
}
for seed in (1, 2, 3, 4):
    SHAPES[f"star {seed}"] = star(seed, 9, False)
    SHAPES[f"curved star {seed}"] = star(seed + 10, 9, True)


def clipped(points, by):
    offset = pyclipper.PyclipperOffset(arc_tolerance=0.1)
    scaled = [(round(x * 1e3), round(y * 1e3)) for x, y in points]
    if not pyclipper.Orientation(scaled):
        scaled.reverse()
    offset.AddPath(scaled, pyclipper.JT_ROUND, pyclipper.ET_CLOSEDPOLYGON)
    return sum(pyclipper.Area(path) for path in offset.Execute(by * 1e3)) / 1e6


def offsets():
    with open(HERE / "layout_offsets.csv", "w", newline="") as out:
        writer = csv.writer(out, lineterminator="\n")
        writer.writerow(["name", "corners", "kerf_mm", "keep", "area_mm2", "way_mm2", "rel_tol", "source"])
        for name, corners in SHAPES.items():
            polygon = Polygon(flattened(corners))
            if not polygon.is_valid:
                continue
            for kerf in (1.2, 3.0):
                for keep, by in (("inside", kerf / 2), ("outside", -kerf / 2)):
                    way = polygon.buffer(by, quad_segs=400)
                    other = clipped(flattened(corners), by)
                    assert abs(way.area / other - 1) < 2e-5, (name, kerf, keep, way.area, other)
                    text = ";".join(f"{x} {y} {b}" for x, y, b in corners)
                    writer.writerow([name, text, kerf, keep, f"{polygon.area:.4f}", f"{way.area:.4f}", 2e-5, "shapely_library"])


def save(document, name):
    text = pathlib.Path(HERE / "layout" / name)
    text.parent.mkdir(exist_ok=True)
    document.saveas(text)
    text.write_bytes(text.read_bytes().replace(b"\r\n", b"\n"))


def drawings():
    """Every entity that is read, and the area of the parts they make by what ezdxf and shapely say of them."""
    rows = []

    def new(unit=4):
        document = ezdxf.new("R2000", units=unit)
        document.header["$INSUNITS"] = unit
        return document, document.modelspace()

    document, space = new()
    for a, b in (((0, 0), (300, 0)), ((300, 0), (300, 200)), ((260, 240), (0, 240)), ((0, 240), (0, 0))):
        space.add_line(a, b)
    space.add_arc((260, 200), 40, 0, 90)
    space.add_circle((80, 120), 30)
    space.add_lwpolyline([(150, 80, 0), (200, 80, 1), (200, 120, 0), (150, 120, 1)], format="xyb", close=True)
    hole = Polygon(flattened([(150, 80, 0), (200, 80, 1), (200, 120, 0), (150, 120, 1)]))
    outer = 300 * 240 - (40 * 40 - math.pi * 40 * 40 / 4)
    save(document, "lines_arcs.dxf")
    rows.append(["lines_arcs.dxf", 1, 2, outer - math.pi * 900 - hole.area, 1e-6])

    document, space = new()
    space.add_ellipse((0, 0), (100, 0), 0.4)
    save(document, "ellipse.dxf")
    rows.append(["ellipse.dxf", 1, 0, math.pi * 100 * 40, 2e-4])

    document, space = new()
    fit = [(0, 0), (60, 30), (120, -10), (150, 60), (90, 110), (20, 90), (0, 0)]
    points = ezdxf.math.global_bspline_interpolation([Vec3(p) for p in fit], degree=3)
    spline = space.add_spline()
    spline.apply_construction_tool(points)
    flat = [(p.x, p.y) for p in points.flattening(0.00005, 64)]
    save(document, "spline.dxf")
    rows.append(["spline.dxf", 1, 0, Polygon(flat).area, 2e-4])

    document, space = new(1)
    block = document.blocks.new("washer")
    block.add_circle((0, 0), 1)
    block.add_circle((0, 0), 0.5)
    outer_block = document.blocks.new("pair")
    outer_block.add_blockref("washer", (0, 0))
    outer_block.add_blockref("washer", (3, 0), dxfattribs={"xscale": 0.5, "yscale": 0.5})
    space.add_blockref("pair", (10, 5), dxfattribs={"rotation": 30, "xscale": 2, "yscale": 2})
    save(document, "nested_blocks.dxf")
    inch = 25.4 ** 2
    rows.append(["nested_blocks.dxf", 2, 1, 4 * math.pi * 0.75 * inch, 1e-6])

    document, space = new()
    block = document.blocks.new("round")
    block.add_circle((0, 0), 50)
    space.add_blockref("round", (0, 0), dxfattribs={"xscale": 2, "yscale": 1, "rotation": 20})
    save(document, "squeezed_block.dxf")
    rows.append(["squeezed_block.dxf", 1, 0, math.pi * 100 * 50, 2e-4])

    document, space = new()
    space.add_polyline2d([(0, 0, 0), (100, 0, 0.5), (100, 80, 0), (0, 80, 0)], format="xyb", close=True)
    save(document, "polyline.dxf")
    rows.append(["polyline.dxf", 1, 0, Polygon(flattened([(0, 0, 0), (100, 0, 0.5), (100, 80, 0), (0, 80, 0)])).area, 1e-6])

    with open(HERE / "layout_drawings.csv", "w", newline="") as out:
        writer = csv.writer(out, lineterminator="\n")
        writer.writerow(["file", "parts", "holes_of_first", "area_of_first_mm2", "rel_tol", "source"])
        for row in rows:
            writer.writerow([row[0], row[1], row[2], f"{row[3]:.4f}", row[4], "ezdxf_library"])


offsets()
drawings()
