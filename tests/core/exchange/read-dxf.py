"""Reads DXF files with a strict reader and prints, as a JSON list, what stands on each sheet: lines and texts in drawing units."""
import json
import sys

import ezdxf


def read(file):
    document = ezdxf.readfile(file)
    audit = document.audit()
    segments, texts, images = [], [], []

    def take(entity, in_block):
        kind = entity.dxftype()
        layer, weight = entity.dxf.layer, entity.dxf.get("lineweight", -1)
        if kind == "LINE":
            segments.append([list(entity.dxf.start)[:2], list(entity.dxf.end)[:2], layer, weight])
        elif kind == "LWPOLYLINE":
            points = [list(p) for p in entity.get_points("xy")]
            ends = points[1:] + ([points[0]] if entity.closed else [])
            for a, b in zip(points, ends):
                segments.append([a, b, layer, weight])
        elif kind in ("TEXT", "ATTRIB"):
            style = document.styles.get(entity.dxf.style)
            texts.append({
                "text": entity.plain_text(), "at": list(entity.dxf.insert)[:2], "height": entity.dxf.height,
                "letterWidth": entity.dxf.get("width", 1), "rotation": entity.dxf.get("rotation", 0), "font": style.dxf.font,
                "tag": entity.dxf.tag if kind == "ATTRIB" else None, "layer": layer,
            })
        elif kind == "IMAGE":
            u, size = entity.dxf.u_pixel, entity.dxf.image_size
            images.append({
                "at": list(entity.dxf.insert)[:2], "width": u.magnitude * size.x, "height": entity.dxf.v_pixel.magnitude * size.y,
                "file": entity.image_def.dxf.filename,
                "shown": [list(p)[:2] for p in entity.boundary_path_wcs()] if entity.dxf.flags & 4 else None,
                "inverted": entity.dxf.get("clip_mode", 0),
            })
        elif kind == "INSERT":
            for part in entity.virtual_entities():
                if part.dxftype() != "ATTDEF":
                    take(part, True)
            for attribute in entity.attribs:
                take(attribute, False)

    for entity in document.modelspace():
        take(entity, False)

    blocks = {
        insert.dxf.name: sorted(a.dxf.tag for a in insert.attribs) for insert in document.modelspace().query("INSERT")
    }
    definitions = {
        name: sorted(d.dxf.tag for d in document.blocks.get(name).query("ATTDEF")) for name in blocks
    }
    return {
        "errors": [e.message for e in audit.errors + audit.fixes], "units": document.header["$INSUNITS"],
        "limits": [list(document.header["$LIMMIN"])[:2], list(document.header["$LIMMAX"])[:2]],
        "segments": segments, "texts": texts, "images": images, "blocks": blocks, "definitions": definitions,
        "layers": sorted(layer.dxf.name for layer in document.layers),
        "layerLooks": {
            layer.dxf.name: {
                "colour": "#%06x" % layer.dxf.true_color if layer.dxf.hasattr("true_color") else "#000000",
                "weight": layer.dxf.lineweight, "printed": layer.dxf.plot == 1, "lineType": layer.dxf.linetype,
            } for layer in document.layers
        },
        "lineTypes": {
            one.dxf.name: [tag.value for tag in one.pattern_tags.tags if tag.code == 49] for one in document.linetypes
        },
        "dimensionStyles": {
            style.dxf.name: {
                name: style.dxf.get(name) for name in sorted(style.dxf.all_existing_dxf_attribs()) if name.startswith("dim")
            } for style in document.dimstyles
        },
        "header": {name: document.header.get(name) for name in ("$DIMSTYLE", "$DIMSCALE", "$MEASUREMENT", "$LTSCALE")},
        "styles": {style.dxf.name: [style.dxf.font, style.dxf.width] for style in document.styles},
        "bold": [
            style.dxf.name for style in document.styles
            if style.has_xdata("ACAD") and any(code == 1071 and flags & 0x2000000 for code, flags in style.get_xdata("ACAD"))
        ],
    }


print(json.dumps([read(file) for file in sys.argv[1:]]))
