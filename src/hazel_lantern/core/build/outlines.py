"""A part's outline as a drawing for other programs: DXF and SVG of true size, in millimetres.

Every part lies with its datum corner at the lower left, x along it.
"""

from __future__ import annotations

import io
import xml.etree.ElementTree as ElementTree

from hazel_lantern.core.parts import Template

MM = 1e3
#: What a laser does with each group of a drawing, by its colour.
PASSES = {"cut": "#ff0000", "mark": "#0000ff"}


def corners_of(template: Template) -> tuple[tuple[float, float], ...]:
    """Its edge: as it is given, or that of a rectangle.

    Parameters
    ----------
    template : Template

    Returns
    -------
    tuple of (float, float)
        m.
    """
    length, breadth = template.length, template.breadth
    return template.outline or ((0.0, 0.0), (length, 0.0), (length, breadth), (0.0, breadth))


def template_dxf(template: Template) -> str:
    """A part as DXF text, mm; layers OUTLINE, HOLES, SLOTS, CENTRES, WORDS."""
    from ezdxf import units
    from ezdxf.document import Drawing

    drawing = Drawing.new("R2010")
    drawing.units = units.MM
    for name, colour in (("OUTLINE", 7), ("HOLES", 1), ("SLOTS", 3), ("CENTRES", 8), ("WORDS", 5)):
        drawing.layers.add(name, color=colour)
    space = drawing.modelspace()
    corners = [(x * MM, y * MM) for x, y in corners_of(template)]
    space.add_lwpolyline(corners, close=True, dxfattribs={"layer": "OUTLINE"})
    for x0, x1, y, width in template.slots:
        half = width / 2 * MM
        ends = [
            (x0 * MM, y * MM + half, 0, 0, 1),
            (x0 * MM, y * MM - half, 0, 0, 0),
            (x1 * MM, y * MM - half, 0, 0, 1),
            (x1 * MM, y * MM + half, 0, 0, 0),
        ]
        space.add_lwpolyline(ends, format="xyseb", close=True, dxfattribs={"layer": "SLOTS"})
    for hole in template.holes:
        x, y, radius = hole.x * MM, hole.y * MM, hole.diameter / 2 * MM
        space.add_circle((x, y), radius, dxfattribs={"layer": "HOLES"})
        for dx, dy in ((radius + 2, 0), (0, radius + 2)):
            space.add_line((x - dx, y - dy), (x + dx, y + dy), dxfattribs={"layer": "CENTRES"})
        words = space.add_text(
            f"{hole.label} {hole.diameter * MM:g} mm", height=3, dxfattribs={"layer": "WORDS"}
        )
        words.set_placement((x + radius + 1, y + 1))
    drawing.header["$EXTMIN"] = (min(x for x, _ in corners), min(y for _, y in corners), 0)
    drawing.header["$EXTMAX"] = (max(x for x, _ in corners), max(y for _, y in corners), 0)
    space.reset_extents(drawing.header["$EXTMIN"], drawing.header["$EXTMAX"])
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue()


def template_svg(template: Template) -> str:
    """A part as SVG text of true size: what is cut, and what is only marked, apart.

    A laser takes colours for passes: it cuts the group ``cut`` and scores ``mark``, so that no
    cross is cut through a hole's rim.
    """
    length, breadth = template.length * MM, template.breadth * MM
    root = ElementTree.Element(
        "svg",
        {
            "xmlns": "http://www.w3.org/2000/svg",
            "width": f"{length:g}mm",
            "height": f"{breadth:g}mm",
            "viewBox": f"0 0 {length:g} {breadth:g}",
            "fill": "none",
            "stroke-width": "0.2",
        },
    )
    ElementTree.SubElement(root, "title").text = template.part
    cut, mark = (
        ElementTree.SubElement(root, "g", {"id": name, "stroke": colour})
        for name, colour in PASSES.items()
    )
    edge = " ".join(f"{x * MM:.6g},{breadth - y * MM:.6g}" for x, y in corners_of(template))
    ElementTree.SubElement(cut, "polygon", {"points": edge})

    def add(group: ElementTree.Element, kind: str, **attributes: float) -> ElementTree.Element:
        shown = {name.replace("_", "-"): f"{value:.6g}" for name, value in attributes.items()}
        return ElementTree.SubElement(group, kind, shown)

    for x0, x1, y, width in template.slots:
        half = width / 2 * MM
        add(
            cut,
            "rect",
            x=x0 * MM - half,
            # An SVG counts down from the top, a part up from its datum edge.
            y=breadth - y * MM - half,
            width=(x1 - x0) * MM + 2 * half,
            height=2 * half,
            rx=half,
        )
    for hole in template.holes:
        x, y, radius = hole.x * MM, breadth - hole.y * MM, hole.diameter / 2 * MM
        add(cut, "circle", cx=x, cy=y, r=radius)
        # The cross stands around the hole, for a drill that is set by eye.
        for dx, dy in ((1, 0), (-1, 0), (0, 1), (0, -1)):
            near, far = radius + 0.5, radius + 2.5
            add(mark, "line", x1=x + dx * near, y1=y + dy * near, x2=x + dx * far, y2=y + dy * far)
        words = add(mark, "text", x=x + radius + 1, y=y - 1)
        words.set("font-size", "2.5")
        words.set("font-family", "sans-serif")
        words.text = hole.label
    return ElementTree.tostring(root, encoding="unicode", xml_declaration=True) + "\n"
