"""Plastic moduli of part-cut sections, by the sectionproperties library: part_cut_sections.csv.

Each case is a section with what some strokes have parted taken away as a polygon; the modulus is that about the level
line halving the area, as the shape lies. One process a section: the mesher is not made for a loop.

Run: pip install sectionproperties==3.10.2; python part_cut.py > part_cut_sections.csv
"""

import subprocess
import sys

MM = 1e-3

# shape, way, strokes done, level axis of the drawn shape: x, or y where it lies on its side
CASES = [
    ("W12X26", "standing", 1, "x"),
    ("W12X26", "standing", 2, "x"),
    ("W12X26", "lying", 1, "y"),
    ("HEA300", "standing", 1, "x"),
    ("HEA300", "lying", 2, "y"),
    ("UPE200", "mouth_near", 1, "x"),
    ("HSS6X6X1/4", "walked_round", 1, "x"),
    ("HSS6X6X1/4", "walked_round", 2, "x"),
    ("HSS6X6X1/4", "walked_round", 3, "x"),
    ("L4X4X3/8", "leg_flat", 1, "x"),
    ("PIPE6SCH40", "walked_round", 1, "x"),
    ("PIPE6SCH40", "walked_round", 2, "x"),
]


def geometry(shape):
    """The section with its fillets, as the shape is drawn: the middle of its box at the origin."""
    from sectionproperties.pre.library import (
        angle_section,
        channel_section,
        circular_hollow_section,
        i_section,
        rectangular_hollow_section,
    )

    made = {
        "W12X26": lambda: i_section(309.88, 164.846, 9.652, 5.842, 7.62, 16),
        "HEA300": lambda: i_section(290, 300, 14, 8.5, 27, 16),
        "UPE200": lambda: channel_section(200, 80, 11, 6, 13, 16),
        "HSS6X6X1/4": lambda: rectangular_hollow_section(152.4, 152.4, 6.35, 12.7, 16),
        "L4X4X3/8": lambda: angle_section(101.6, 101.6, 9.525, 9.525, 0.001, 16),
        "PIPE6SCH40": lambda: circular_hollow_section(168.3, 7.11, 64),
    }[shape]()
    low_x, high_x, low_y, high_y = made.calculate_extents()
    return made.shift_section(-(low_x + high_x) / 2, -(low_y + high_y) / 2)


def parted(shape, done):
    """What the strokes have parted: upper flanges first, then the web; of a tube the far, the lower, the near wall."""
    from shapely import Polygon, box, unary_union

    far = 1e4
    if shape in ("HSS6X6X1/4", "PIPE6SCH40"):
        walls = [((far, -far), (far, far)), ((-far, -far), (far, -far)), ((-far, -far), (-far, far))]
        return unary_union([Polygon([(0, 0), *ends]) for ends in walls[:done]])
    depth, flange = {
        "W12X26": (309.88, 9.652),
        "HEA300": (290, 14),
        "UPE200": (200, 11),
        "L4X4X3/8": (101.6, 9.525),
    }[shape]
    upper = box(-far, depth / 2 - flange, far, far)
    lower = box(-far, -far, far, -depth / 2 + flange)
    return upper, lower, box(-far, -depth / 2 + flange, far, far)


def case(shape, way, done):
    from sectionproperties.analysis import Section
    from sectionproperties.pre import Geometry

    taken = parted(shape, done)
    if isinstance(taken, tuple):
        upper, lower, all_but_lower = taken
        if shape == "L4X4X3/8" or (way == "standing" and done == 2):
            taken = all_but_lower
        else:
            taken = upper if done == 1 else upper.union(lower)
    left = Geometry(geometry(shape).geom.difference(taken))
    left.create_mesh(mesh_sizes=[20])
    section = Section(left)
    section.calculate_geometric_properties()
    section.calculate_plastic_properties()
    s_xx, s_yy = section.get_s()[:2]
    return section.get_area(), s_xx, s_yy


if __name__ == "__main__":
    if len(sys.argv) > 1:
        print(*case(sys.argv[1], sys.argv[2], int(sys.argv[3])))
        sys.exit()
    print("# Part-cut sections: area and plastic modulus about the level line as the shape lies. sectionproperties 3.10.2")
    print("# (reference/cases/part_cut.py).")
    print("shape,way,strokes_done,area_m2,plastic_modulus_m3,rel_tol,source")
    for shape, way, done, axis in CASES:
        own = [sys.executable, __file__, shape, way, str(done)]
        area, s_xx, s_yy = map(float, subprocess.run(own, check=True, capture_output=True, text=True).stdout.split())
        modulus = s_xx if axis == "x" else s_yy
        print(f"{shape},{way},{done},{area * MM**2:.6e},{modulus * MM**3:.6e},0.03,sectionproperties_library")
