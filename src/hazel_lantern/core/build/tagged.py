"""PDF with its structure told: what is a heading, a paragraph, a table, a drawing and of what.

What is drawn inside of an element is marked content; the elements make a tree that readers follow
(ISO 32000, 14.7 and 14.8).  What is drawn outside of any is decoration.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from reportlab.pdfbase.pdfdoc import PDFArray, PDFDictionary, PDFName, PDFString, PDFtrue
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Paragraph, Table


class Element:
    """A node of the tree: its kind, its place under another, what of the pages belongs to it.

    Parameters
    ----------
    kind : str
        A standard structure type: ``P``, ``H1``, ``Table``, ``TR``, ``TH``, ``TD``, ``Figure``.
    above : Element, optional
        The document where left out.
    alt : str
        What is said of a drawing in its stead.
    """

    def __init__(self, kind: str, above: Element | None = None, alt: str = "") -> None:
        self.kind, self.above, self.alt = kind, above, alt
        #: Elements, and marked content by page and number, in the order of drawing.
        self.inside: list[Element | tuple[int, int]] = []


class TaggedCanvas(Canvas):  # type: ignore[misc]
    """A canvas that keeps the tree; drawn within `element` it is content, else decoration."""

    def __init__(self, *given: Any, **more: Any) -> None:
        super().__init__(*given, **more)
        self._document = Element("Document")
        #: Of each page, the element of each marked content.
        self._marked: list[list[Element]] = [[]]
        self._open: list[Element | None] = []

    @contextmanager
    def element(self, element: Element) -> Iterator[None]:
        """What is drawn meanwhile belongs to an element."""
        if self._open:
            # Within another, which tells it already.
            self._open.append(None)
            yield
            self._open.pop()
            return
        number = len(self._marked[-1])
        self._attach(element)
        element.inside.append((len(self._marked) - 1, number))
        self._marked[-1].append(element)
        self._open.append(element)
        self._code.append(f"/{element.kind} <</MCID {number}>> BDC")
        try:
            yield
        finally:
            self._code.append("EMC")
            self._open.pop()

    @contextmanager
    def decoration(self) -> Iterator[None]:
        """What is drawn meanwhile says nothing: lines, fills, running feet."""
        if self._open:
            yield
            return
        self._open.append(None)
        self._code.append("/Artifact BMC")
        try:
            yield
        finally:
            self._code.append("EMC")
            self._open.pop()

    def _attach(self, element: Element) -> None:
        """Put an element and all above it into the tree, each once."""
        while element is not self._document:
            above = element.above or self._document
            if element in above.inside:
                return
            above.inside.append(element)
            element = above

    def showPage(self) -> None:  # noqa: N802 - the library's name
        """End a page; the next one has marked content of its own."""
        super().showPage()
        self._marked.append([])

    def save(self) -> None:
        """Write the tree with the rest."""
        if len(self._code):
            self.showPage()
        self._write_tree()
        super().save()

    def _write_tree(self) -> None:
        document, names = self._doc, dict[int, str]()

        def name_of(element: Element) -> str:
            return names.setdefault(id(element), f"Struct{len(names)}")

        def reference(element: Element) -> Any:
            return document.Reference(written[id(element)], name_of(element))

        written: dict[int, Any] = {}
        root = PDFDictionary({"Type": PDFName("StructTreeRoot")})
        root_reference = document.Reference(root, "StructTreeRoot")

        def write(element: Element, above: Any) -> Any:
            entry = PDFDictionary(
                {"Type": PDFName("StructElem"), "S": PDFName(element.kind), "P": above}
            )
            written[id(element)] = entry
            own = reference(element)
            kids: list[Any] = []
            for one in element.inside:
                if isinstance(one, Element):
                    kids.append(write(one, own))
                else:
                    page, number = one
                    kids.append(
                        PDFDictionary(
                            {
                                "Type": PDFName("MCR"),
                                "Pg": document.Reference(document.Pages.pages[page]),
                                "MCID": number,
                            }
                        )
                    )
            entry.dict["K"] = PDFArray(kids)
            if element.alt:
                entry.dict["Alt"] = PDFString(element.alt)
            if element.kind == "TH":
                scope = PDFDictionary({"O": PDFName("Table"), "Scope": PDFName("Column")})
                entry.dict["A"] = scope
            return own

        root.dict["K"] = write(self._document, root_reference)
        numbers: list[Any] = []
        for page, elements in enumerate(self._marked[: len(document.Pages.pages)]):
            numbers += [page, PDFArray([reference(one) for one in elements])]
            entry = document.Pages.pages[page]
            entry.__NoDefault__ = [*entry.__NoDefault__, "StructParents", "Tabs"]
            entry.StructParents, entry.Tabs = page, PDFName("S")
        root.dict["ParentTree"] = document.Reference(PDFDictionary({"Nums": PDFArray(numbers)}))
        root.dict["ParentTreeNextKey"] = len(self._marked)
        document.Catalog.StructTreeRoot = root
        document.Catalog.MarkInfo = PDFDictionary({"Marked": PDFtrue})


class TaggedParagraph(Paragraph):  # type: ignore[misc]
    """A paragraph that says what it is."""

    element: Element | None = None

    def split(self, width: float, height: float) -> list[Any]:
        """Its halves are of the same element."""
        halves: list[Any] = super().split(width, height)
        for half in halves:
            half.element = self.element
        return halves

    def drawOn(self, canvas: Any, x: float, y: float, _sW: float = 0) -> None:  # noqa: N802, N803
        """Draw it as what it is."""
        if not isinstance(canvas, TaggedCanvas):
            super().drawOn(canvas, x, y, _sW)
            return
        if self.element is None:
            self.element = Element("P")
        with canvas.element(self.element):
            super().drawOn(canvas, x, y, _sW)


class TaggedTable(Table):  # type: ignore[misc]
    """A table whose lines and fills are decoration; its cells say themselves what they are."""

    def _drawBkgrnd(self) -> None:  # noqa: N802 - the library's name
        with self.canv.decoration():
            super()._drawBkgrnd()

    def _drawLines(self) -> None:  # noqa: N802 - the library's name
        with self.canv.decoration():
            super()._drawLines()


class Drawing(Flowable):  # type: ignore[misc]
    """A drawing that is told in words too, by ``alt``."""

    alt = ""

    def drawOn(self, canvas: Any, x: float, y: float, _sW: float = 0) -> None:  # noqa: N802, N803
        """Draw it as a figure."""
        if not isinstance(canvas, TaggedCanvas):
            super().drawOn(canvas, x, y, _sW)
            return
        with canvas.element(Element("Figure", alt=self.alt or "Drawing")):
            super().drawOn(canvas, x, y, _sW)
