"""What the house asks of a rig of any family; each question ends in an assertion."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.app.session import STATIONS
from hazel_lantern.core.assessor import assess_case
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import describe, has_field, value_at
from hazel_lantern.core.rigs.asks import Numeric
from hazel_lantern.core.units import Style

#: What a handle may be called besides a field.
LOOKS = ("mark", "turn")
STYLES = (Style(), Style("ft·in"))


#: Words by which a name would say how it turns out.
VERDICTS = {"not", "no", "never", "little", "enough", "stays", "keeps", "holds", "fits", "clears"}
VERDICTS |= {"gently", "strong", "stiff", "carries", "bears", "lasts", "runs", "sags"}


def words_are_words(words):
    """A sentence for a maker: something, and no figure that is none."""
    assert words.strip()
    assert not {"nan", "inf", "-inf"} & set(words.lower().replace(",", " ").split()), words


def lamps(case, found):
    assert found.lamps
    assert len({lamp.id for lamp in found.lamps}) == len(found.lamps)
    for lamp in found.lamps:
        assert lamp.id.startswith((f"{found.family.id}.", "shot.", "drive."))
        assert lamp.spec.station in STATIONS
        assert math.isfinite(lamp.value) or not lamp.applies, lamp.id
        assert 0 <= lamp.mark < len(found.marks), lamp.id
        # What has a course over the move has a figure at every mark of it.
        assert lamp.trace is None or len(lamp.trace) == len(found.marks), lamp.id
        # What is measured, whichever way it turns out: a verdict is the headline's.
        assert not VERDICTS & set(lamp.spec.name.lower().split()), lamp.spec.name
        for style in STYLES:
            words_are_words(lamp.headline)
            words_are_words(lamp.meaning(style))
            words_are_words(lamp.reading(style))
            worked = lamp.working(style)
            words_are_words(worked.formula)
            words_are_words(worked.source)


def axes_and_traces(case, found):
    n = len(found.marks)
    assert n > 2
    assert (np.diff(found.times) > 0).all()
    for axis in found.axes:
        steps = np.diff(axis.place)
        assert (steps >= -1e-12).all() or (steps <= 1e-12).all()
        for row in (axis.place, axis.speed, axis.acceleration, axis.effort):
            assert row.shape == (n,)
            assert np.isfinite(row).all()
        assert axis.inertia > 0
    for id, trace in found.traces.items():
        assert np.isfinite(trace.values).all(), id
        if trace.at_marks is not None:
            assert len(trace.at_marks) == n
        words_are_words(trace.label)
    for poses in (found.poses, found.wanted):
        assert poses.eye.shape == (n, 3)
        for row in (poses.look, poses.pitch, poses.roll):
            assert np.broadcast_to(row, (n,)).shape == (n,)
            assert np.isfinite(row).all()


def views(case, found):
    assert found.family.views
    for view in found.family.views:
        for mark in range(len(found.marks)):
            sketch = found.sketch(view.id, mark, None)
            assert sketch.things
            left, low, right, high = sketch.bounds
            assert left < right
            assert low < high
            for dimension in sketch.dimensions:
                assert has_field(case.setup, dimension.path), dimension.path
                assert np.isfinite([*dimension.start, *dimension.end]).all()
            for handle in sketch.handles:
                assert handle.path in LOOKS or has_field(case.setup, handle.path), handle.path
                assert np.isfinite([*handle.at, *handle.axis]).all()
                words_are_words(handle.hint)
        paths = [dimension.path for dimension in sketch.dimensions]
        assert len(paths) == len(set(paths)), "two pills of one view edit one field"


def stations(case, found):
    ids = {lamp.id.partition(".")[2] for lamp in found.lamps}
    for station in STATIONS:
        for plot in found.plots(station):
            named = (*plot.left, *plot.right, *((plot.across,) if plot.across else ()))
            assert set(named) <= set(found.traces)
            across = found.traces[plot.across].values if plot.across else found.marks
            for id in (*plot.left, *plot.right):
                trace = found.traces[id]
                own = across if plot.across or trace.along is None else trace.along
                assert len(trace.values) == len(own), id
            assert not plot.limit_lamp or plot.limit_lamp in ids
        for group in found.groups(station):
            for path in group.paths:
                if group.rows:
                    members = value_at(case.setup, group.rows)
                    whole = [f"{group.rows}.{at}.{path}" for at in range(len(members))]
                else:
                    whole = [path]
                for one in whole:
                    words_are_words(describe(case.setup, one).label)
        for name, figure in found.readout(station):
            words_are_words(name)
            words_are_words(figure)
        for caution in found.cautions(station):
            words_are_words(caution)
    for at_none in (found.plots, found.groups, found.readout):
        assert not at_none("a station that there is not")


def levers_and_rankings(case, found):
    ids = {lamp.id.partition(".")[2] for lamp in found.lamps}
    assert found.levers()
    for lever in found.levers():
        if isinstance(lever, Numeric):
            assert isinstance(value_at(case.setup, lever.path), (int, float))
            assert lever.low <= lever.high
            assert lever.step > 0
            assert "{}" in lever.title
        else:
            for title, edits in lever.candidates:
                words_are_words(title)
                assert edits
                assert all(has_field(case.setup, edit.path) for edit in edits)
    for ranking in found.rankings:
        assert ranking.station in STATIONS
        assert {ranking.figure, *ranking.more} <= ids
        assert not ranking.path or has_field(case.setup, ranking.path)
        fits = 0
        for one in ranking.candidates():
            words_are_words(one.name)
            try:
                fits += bool(assess_case(case.edited(one.edits)).answer)
            except CannotBe as error:
                words_are_words(str(error))
        assert fits, ranking.id


def measures(case, found):
    ids = [measure.id for measure in found.measures]
    assert len(ids) == len(set(ids))
    for measure in found.measures:
        assert math.isfinite(measure.predicted(found.answer)), measure.id
        words_are_words(measure.how)


def pack(case, found):
    for part in found.parts:
        words_are_words(part.name)
        assert part.quantity > 0
        assert part.mass >= 0
        assert part.cost >= 0
    for piece in found.pieces:
        assert piece.length > 0
        assert case.row("sections", piece.section)
    for hole in found.holes():
        assert hole.diameter > 0
        assert np.isfinite([hole.x, hole.y]).all()
    for template in found.templates():
        assert template.length > 0
        assert template.breadth > 0
    assert found.steps()
    for step in found.steps():
        words_are_words(step.text)
    for line in found.set_card():
        words_are_words(line)
    assert found.travel > 0


QUESTIONS = (
    lamps,
    axes_and_traces,
    views,
    stations,
    levers_and_rankings,
    measures,
    pack,
)
