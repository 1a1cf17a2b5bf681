"""Writes a sheet as another program may have: in inches, off the origin, blocks in blocks, overshoots, texts in pieces.

usage: foreign-sheet.py OUT.dxf
"""

import sys

import ezdxf
from ezdxf.enums import TextEntityAlignment

X, Y = 37.25, -12.5  # where the trimmed corner lies
WIDTH, HEIGHT = 17, 11
LEFT, BOTTOM, RIGHT, TOP = 0.62, 0.38, WIDTH - 0.62, HEIGHT - 0.38

doc = ezdxf.new("R2010", units=1)
doc.styles.add("LETTERS", font="arial.ttf")
doc.layers.add("BORDER", lineweight=60)
doc.layers.add("THIN", lineweight=30)
space = doc.modelspace()
sheet = doc.blocks.new("SHEET_B", base_point=(1, 1))


def line(block, x1, y1, x2, y2, layer="THIN"):
    block.add_line((x1, y1), (x2, y2), dxfattribs={"layer": layer})


def text(block, words, x, y, height, align=TextEntityAlignment.LEFT):
    block.add_text(words, height=height, dxfattribs={"style": "LETTERS", "layer": "THIN"}).set_placement((x, y), align=align)


def pieces(block, words, x, y, height):
    for word in words.split(" "):
        text(block, word, x, y, height)
        x += (len(word) + 1) * 0.75 * height


# The sheet is drawn with its corner at (1, 1), which is the base point of its block.
at = lambda x, y: (x + 1, y + 1)
sheet.add_lwpolyline([at(LEFT, BOTTOM), at(RIGHT, BOTTOM), at(RIGHT, TOP), at(LEFT, TOP)], close=True, dxfattribs={"layer": "BORDER"})
for i in range(1, 4):
    x = LEFT + (RIGHT - LEFT) * i / 4
    line(sheet, *at(x, BOTTOM), *at(x, BOTTOM - 0.2))
    line(sheet, *at(x, TOP), *at(x, TOP + 0.2))
y = (BOTTOM + TOP) / 2
line(sheet, *at(LEFT, y), *at(LEFT - 0.2, y))
line(sheet, *at(RIGHT, y), *at(RIGHT + 0.2, y))
for i in range(4):
    x = LEFT + (RIGHT - LEFT) * (i + 0.5) / 4
    for y in (BOTTOM - 0.15, TOP + 0.1):
        text(sheet, str(4 - i), *at(x, y), 0.12, TextEntityAlignment.CENTER)
for i, letter in enumerate("AB"):
    y = BOTTOM + (TOP - BOTTOM) * (i + 0.5) / 2
    for x in (LEFT - 0.15, RIGHT + 0.15):
        text(sheet, letter, *at(x, y), 0.12, TextEntityAlignment.MIDDLE_CENTER)

# The logo: a block of a ring, a wave and a filled triangle, used half as large and mirrored.
logo = doc.blocks.new("MARK")
logo.add_circle((0, 0), 1)
logo.add_spline([(-0.9, -0.2), (-0.4, 0.2), (0.1, -0.2), (0.7, 0.2)])
hatch = logo.add_hatch(color=7)
hatch.paths.add_polyline_path([(-0.3, 0.3), (0.3, 0.3), (0, 0.9)], is_closed=True)

# The symbol of third angle: circles at the left of a cone whose small end points to them.
symbol = doc.blocks.new("THIRD_ANGLE")
symbol.add_circle((0, 0), 0.5)
symbol.add_circle((0, 0), 1)
symbol.add_line((2, -0.5), (2, 0.5))
symbol.add_line((4, -1), (4, 1))
symbol.add_line((2, 0.5), (4, 1))
symbol.add_line((2, -0.5), (4, -1))
symbol.add_line((-1.3, 0), (1.3, 0))
symbol.add_line((0, -1.3), (0, 1.3))
symbol.add_line((1.7, 0), (4.3, 0))

# The title block, from its lower right corner; its outline at the right and at the bottom is the frame.
title = doc.blocks.new("TITLE_BLOCK")
over = 0.01
line(title, -6.5, 0, -6.5, 2 + over, "BORDER")
line(title, -6.5 - over, 2, 0, 2, "BORDER")
line(title, -6.5, 1.5, 0 + over, 1.5)
line(title, -6.5 - over, 0.5, 0, 0.5)
line(title, -6.5, 0.5 + 0.006, -3, 0.5 + 0.006)  # drawn twice
line(title, -4.5, 2, -4.5, 0.5 - over)
line(title, -2.5, 2 + over, -2.5, 1.5)
line(title, -4.5 + over, 1, -2.3, 1)  # two lines with a gap
line(title, -2.29, 1, 0, 1)
for x in (-5.5, -4, -3, -2, -1):
    line(title, x, 0.5 + over, x, 0)
title.add_blockref("MARK", (-5.5, 1), dxfattribs={"xscale": -0.4, "yscale": 0.4})
title.add_blockref("THIRD_ANGLE", (-2.72, 0.25), dxfattribs={"xscale": 0.13, "yscale": 0.13})


def place(tag, x, y, height, prompt, default=""):
    title.add_attdef(tag, (x, y), default, dxfattribs={"height": height, "prompt": prompt, "style": "LETTERS", "layer": "THIN"})


pieces(title, "KELVARRA FLOATS", -6.4, 1.62, 0.12)
pieces(title, "DRAWN BY", -4.45, 1.88, 0.07)
place("DRAWN_BY", -4.42, 1.6, 0.1, "Who draws it?")
pieces(title, "RELEASE CLASS", -2.45, 1.88, 0.07)
place("RELEASE_CLASS", -2.42, 1.6, 0.1, "Which release class?", "P")
pieces(title, "TITLE", -4.45, 1.4, 0.07)
place("TITLE", -4.4, 1.12, 0.16, "Title of the drawing?")
pieces(title, "DRAWING NO.", -4.45, 0.9, 0.07)
place("DWG_NO", -4.4, 0.6, 0.16, "Number of the drawing?")
pieces(title, "SCALE", -6.45, 0.4, 0.07)
text(title, "1:2", -6.4, 0.12, 0.1)
pieces(title, "REV", -5.45, 0.4, 0.07)
place("REV", -5.4, 0.12, 0.1, "Revision?")
pieces(title, "SIZE", -3.95, 0.4, 0.07)
text(title, "B", -3.9, 0.12, 0.1)
pieces(title, "WEIGHT", -1.95, 0.4, 0.07)
place("WEIGHT", -1.9, 0.12, 0.1, "Weight?")
pieces(title, "SHEET", -0.95, 0.4, 0.07)
text(title, "1 OF 3", -0.9, 0.12, 0.1)

# The revision table: a heading and three blank rows, from the upper right corner.
revisions = doc.blocks.new("REVISIONS")
widths = [0.5, 0.6, 2.9, 1.0, 1.0]
for row in range(1, 5):
    line(revisions, -sum(widths), -0.25 * row, 0, -0.25 * row)
x = -sum(widths)
for i, width in enumerate(widths):
    line(revisions, x, 0, x, -1.0)
    text(revisions, ["REV", "ZONE", "DESCRIPTION", "DATE", "APPROVED"][i], x + width / 2, -0.125, 0.09, TextEntityAlignment.MIDDLE_CENTER)
    x += width

reference = sheet.add_blockref("TITLE_BLOCK", at(RIGHT, BOTTOM))
VALUES = {"DRAWN_BY": "P. Oduya", "RELEASE_CLASS": "P", "TITLE": "SHACKLE PIN", "DWG_NO": "KF-0042", "REV": "C", "WEIGHT": "0.4 lb"}
reference.add_auto_attribs(VALUES)
sheet.add_blockref("REVISIONS", at(RIGHT, TOP))
space.add_blockref("SHEET_B", (X, Y))
note = space.add_mtext("{\\fArial|b0|i0;BREAK SHARP EDGES\\PDIMENSIONS IN INCHES}", dxfattribs={"char_height": 0.1, "style": "LETTERS"})
note.set_location((X + LEFT + 0.2, Y + BOTTOM + 0.5), attachment_point=1)
# Something that was left beside the sheet.
space.add_line((X + 20, Y), (X + 21, Y + 1))
space.add_circle((X + 21, Y + 2), 0.4)
doc.saveas(sys.argv[1])
