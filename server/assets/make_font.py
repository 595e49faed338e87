"""Makes the font of printed templates from the one that the screen ships, once, by hand.

    python3 -m venv venv && venv/bin/pip install fonttools==4.68.0 brotli==1.2.0 && venv/bin/python make_font.py
One weight of the variable font, ASCII only; its licence stands beside it.
"""
import pathlib
import shutil

from fontTools import subset
from fontTools.ttLib import TTFont
from fontTools.varLib import instancer

HERE = pathlib.Path(__file__).parent
SHIPPED = HERE / "../../web/node_modules/@fontsource-variable/archivo"

font = instancer.instantiateVariableFont(TTFont(SHIPPED / "files/archivo-latin-wght-normal.woff2"), {"wght": 500})
options = subset.Options()
options.layout_features = ["kern"]
subsetter = subset.Subsetter(options)
subsetter.populate(text="".join(map(chr, range(32, 127))))
subsetter.subset(font)
font.flavor = None
font.save(HERE / "archivo-500-ascii.ttf")
shutil.copy(SHIPPED / "LICENSE", HERE / "archivo-LICENSE")
