"""Places dimensions on a DXF with a strict library, along every horizontal line of 100 or its reciprocal scales, and prints what they measure."""
import json
import sys

import ezdxf

document = ezdxf.readfile(sys.argv[1])
audit = document.audit()
model = document.modelspace()
styles = {style.dxf.name: style for style in document.dimstyles}
lines = [line for line in model.query("LINE") if line.dxf.layer == sys.argv[2]]
measured = []
for line in lines:
    for name, style in styles.items():
        if not name.startswith("PROFILE"):
            continue
        dimension = model.add_linear_dim(
            base=(line.dxf.start.x, line.dxf.start.y + 5), p1=line.dxf.start, p2=line.dxf.end, dimstyle=name
        ).dimension
        measured.append({
            "style": name, "at": [line.dxf.start.x, line.dxf.start.y],
            "length": dimension.get_measurement() * style.dxf.get("dimlfac", 1), "size": style.dxf.get("dimscale", 1),
        })
windows = []
for layout in document.layouts:
    if layout.name == "Model":
        continue
    for window in layout.query("VIEWPORT"):
        if window.dxf.id < 2:
            continue
        windows.append({
            "scale": window.dxf.height / window.dxf.view_height, "centre": list(window.dxf.view_center_point)[:2],
            "isLocked": bool(window.dxf.flags & 16384), "isClipped": bool(window.dxf.flags & 65536),
            "at": list(window.dxf.center)[:2], "size": [window.dxf.width, window.dxf.height],
        })
document.audit()
print(json.dumps({"errors": [error.message for error in audit.errors + audit.fixes], "measured": measured, "windows": windows}))
