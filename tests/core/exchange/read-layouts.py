"""Reads a DXF with a strict reader and prints, as JSON, its errors and its layouts with their paper, windows, places and prompts."""
import json
import sys

import ezdxf

document = ezdxf.readfile(sys.argv[1])
audit = document.audit()
layouts = []
for layout in document.layouts:
    windows = []
    for window in layout.query("VIEWPORT"):
        handle = window.dxf.get("clipping_boundary_handle")
        frame = document.entitydb.get(handle) if handle else None
        windows.append({
            "number": window.dxf.id, "centre": list(window.dxf.center)[:2], "width": window.dxf.width, "height": window.dxf.height,
            "viewHeight": window.dxf.view_height, "viewCentre": list(window.dxf.view_center_point)[:2],
            "clippedTo": [list(p) for p in frame.get_points("xy")] if frame is not None else None,
            "isClipped": bool(window.dxf.flags & 65536),
            "isPrinted": bool(document.layers.get(frame.dxf.layer).dxf.get("plot", 1)) if frame is not None else None,
        })
    inserts = [i for i in layout.query("INSERT")]
    layouts.append({
        "name": layout.name, "paper": [layout.dxf.paper_width, layout.dxf.paper_height],
        "scale": [layout.dxf.scale_numerator, layout.dxf.scale_denominator], "unit": layout.dxf.plot_paper_units,
        "margins": [layout.dxf.left_margin, layout.dxf.bottom_margin, layout.dxf.right_margin, layout.dxf.top_margin],
        "figures": len(layout), "windows": windows, "blocks": [i.dxf.name for i in inserts],
        "places": {a.dxf.tag: a.dxf.prompt for i in inserts for a in document.blocks[i.dxf.name].query("ATTDEF")},
    })
print(json.dumps({"errors": [error.message for error in audit.errors + audit.fixes], "layouts": layouts}))
