"""Cut plans of many pieces: against first fit, the linear bound, and small ones in full."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st
from scipy.optimize import linprog

from hazel_lantern.core.build import cuts
from hazel_lantern.core.build.cut_check import faults
from hazel_lantern.core.build.cuts import CutError, StockLength, plan_cuts
from hazel_lantern.core.build.patterns import (
    GRIDS,
    Column,
    Task,
    best_patterns,
    filled,
    first_fit,
    listed,
    relaxed,
    rounded,
    whole,
)
from hazel_lantern.core.parts import Piece
from hazel_lantern.core.stopping import StopSearch, never

KERF = 0.002


def task_of(lengths, counts, stock=(6.0, 3.0), available=None):
    return Task(
        tuple(lengths),
        tuple(counts),
        tuple(stock),
        tuple(3.0 * length for length in stock),
        available or (None,) * len(stock),
        KERF,
    )


def many(seed, lengths, pieces, low=0.2, high=2.8):
    random = np.random.default_rng(seed)
    found = np.sort(np.round(random.uniform(low, high, lengths), 4))[::-1]
    counts = np.ones(lengths, dtype=int)
    np.add.at(counts, random.integers(0, lengths, pieces - lengths), 1)
    return task_of(found.tolist(), counts.tolist())


def check(task, bars):
    """Every piece is given, no bar is over-full, none is used that is not there."""
    made = np.sum([bar.made for bar in bars], axis=0)
    assert (made >= np.array(task.counts)).all()
    for bar in bars:
        used = sum(n * length for n, length in zip(bar.made, task.lengths, strict=True))
        used += KERF * (sum(bar.made) - 1)
        assert used <= task.stock[bar.stock] + 1e-8
    for number, most in enumerate(task.available):
        assert most is None or sum(bar.stock == number for bar in bars) <= most


@given(
    st.lists(st.integers(20, 280), min_size=1, max_size=5, unique=True),
    st.data(),
)
def test_a_best_pattern_is_as_good_as_any_of_those_listed(lengths, data):
    """Two methods: the table, and all patterns there are."""
    task = task_of(sorted((n / 100 for n in lengths), reverse=True), [3] * len(lengths))
    worth = np.array(
        data.draw(st.lists(st.floats(0, 9), min_size=len(lengths), max_size=len(lengths)))
    )
    every = listed(task)
    assert every is not None
    for number, (value, pattern) in enumerate(best_patterns(task, worth, 1e-3)):
        check(task_of(task.lengths, pattern), [Column(number, pattern)])
        assert value == pytest.approx(worth @ np.array(pattern))
        best = max((worth @ np.array(c.made) for c in every if c.stock == number), default=0.0)
        assert value == pytest.approx(best, abs=1e-6)


@hypothesis_settings(max_examples=15)
@given(st.integers(0, 10**6))
def test_the_bound_is_that_of_all_patterns(seed):
    """Two methods: column generation, and the programme over every pattern."""
    task = many(seed, 6, 20, 0.6, 2.8)
    every = listed(task)
    assert every is not None
    made = np.array([column.made for column in every]).T
    prices = [task.prices[column.stock] for column in every]
    exact = linprog(prices, A_ub=-made, b_ub=-np.array(task.counts)).fun
    bound, _ = relaxed(task, [], never, (1e-4,))
    assert bound == pytest.approx(exact, rel=2.1e-3)
    plan = whole(task, every)
    assert plan is not None
    check(task, plan)
    for other in (first_fit(task, 0), filled(task), rounded(task, [], never)):
        assert other is not None
        check(task, other)
        assert task.cost(other) >= task.cost(plan) - 1e-9 >= exact - 1e-6


@pytest.mark.parametrize(("seed", "lengths", "pieces"), [(1, 100, 400), (2, 30, 400), (3, 80, 400)])
def test_many_pieces_come_within_a_hundredth_of_the_bound(seed, lengths, pieces):
    task = many(seed, lengths, pieces)
    bound, _ = relaxed(task, [], never, GRIDS)
    wanted = [
        Piece("s", f"p{at}", length, count)
        for at, (length, count) in enumerate(zip(task.lengths, task.counts, strict=True))
    ]
    stock = {"s": [StockLength(length, 3.0 * length) for length in task.stock]}
    plan = plan_cuts(wanted, stock, KERF)
    cut = sorted(length for bar in plan.bars for _, length in bar.pieces)
    assert cut == sorted(p.length for p in wanted for _ in range(p.count))
    fits = [first_fit(task, number) for number in (0, 1)]
    assert plan.cost <= min(task.cost(fit) for fit in fits if fit) + 1e-9
    assert plan.cost <= 1.01 * bound


def test_equal_lengths_are_one_and_every_label_comes_out():
    pieces = [Piece("s", f"p{at}", 0.5, 2) for at in range(200)]
    plan = plan_cuts(pieces, {"s": [StockLength(2.006, 6.0)]}, KERF)
    assert len(plan.bars) == 100
    labels = sorted(label for bar in plan.bars for label, _ in bar.pieces)
    assert labels == sorted(piece.label for piece in pieces for _ in range(2))


def test_a_shelf_that_runs_out_is_told_also_for_many_lengths():
    lengths = np.linspace(0.3, 1.9, 60)
    pieces = [Piece("s", f"p{at}", float(length), 2) for at, length in enumerate(lengths)]
    stock = [StockLength(2.0, 0.0, 30), StockLength(3.0, 9.0, 10)]
    with pytest.raises(CutError, match="does not give all"):
        plan_cuts(pieces, {"s": stock}, KERF)
    more = [*stock, StockLength(2.5, 8.0)]
    plan = plan_cuts(pieces, {"s": more}, KERF)
    for entry in stock:
        assert sum(bar.stock == entry for bar in plan.bars) <= entry.available


def test_a_plan_can_be_told_to_stop():
    with pytest.raises(StopSearch):
        rounded(many(4, 60, 200), [], lambda: True)


def pieces_of(lengths, seed=1):
    random = np.random.default_rng(seed)
    sizes = np.round(random.uniform(0.2, 2.8, lengths), 4)
    return [Piece("a", f"p{at}", float(size), 1 + at % 3) for at, size in enumerate(sizes)]


@pytest.mark.parametrize("lengths", [200, 350])
def test_hundreds_of_different_lengths_are_planned(lengths):
    stock = {"a": [StockLength(6.0, 18.0), StockLength(3.0, 9.5)]}
    pieces = pieces_of(lengths)
    plan = plan_cuts(pieces, stock, KERF)
    assert not plan.too_long
    # No plan costs less than what all pieces and cuts come to by the metre.
    bare = sum(one.count * (one.length + KERF) for one in pieces) * 18.0 / (6.0 + KERF)
    assert bare <= plan.cost <= 1.02 * bare


CROOKED = (StockLength(1.5, 0.0, 2, 0.5), StockLength(3.0, 9.5))


@given(
    st.lists(st.tuples(st.floats(0.05, 2.9), st.integers(1, 4)), min_size=1, max_size=8),
    st.sampled_from([0.0, 0.002, 0.004]),
)
@hypothesis_settings(max_examples=60)
def test_every_plan_adds_up_by_another_count(asked, kerf):
    pieces = [Piece("a", f"p{at}", size, count) for at, (size, count) in enumerate(asked)]
    plan = plan_cuts(pieces, {"a": CROOKED}, kerf)
    for bar in plan.bars:
        whole = sum(length for _, length in bar.pieces) + bar.offcut
        sawn = len(bar.pieces) - (bar.offcut == 0)
        assert whole + sawn * kerf <= bar.stock.length + 1e-8
        assert whole + len(bar.pieces) * kerf >= bar.stock.length - 1e-8


def test_faults_planted_in_a_plan_are_found():
    pieces = [Piece("a", "short", 0.3, 3), Piece("a", "long", 1.1, 3)]
    stock = {"a": CROOKED}
    plan = plan_cuts(pieces, stock, KERF)
    assert faults(plan, pieces, stock, KERF) == []
    assert any(bar.stock.reach < 1 for bar in plan.bars)
    for at, bar in enumerate(plan.bars):
        others = plan.bars[:at], plan.bars[at + 1 :]

        def wrong(others=others, bar=bar, **changes):
            return replace(plan, bars=(*others[0], replace(bar, **changes), *others[1]))

        # The kerf after the last piece, a kerf at all, a piece that is not there.
        assert faults(wrong(offcut=bar.offcut + KERF), pieces, stock, KERF)
        whole = bar.stock.length - sum(length for _, length in bar.pieces)
        assert faults(wrong(offcut=whole), pieces, stock, KERF)
        assert faults(wrong(pieces=bar.pieces[1:]), pieces, stock, KERF)
        (label, length), *rest = bar.pieces
        assert faults(wrong(pieces=((label, length - 0.01), *rest)), pieces, stock, KERF)
    twice = replace(plan, bars=plan.bars * 2)
    assert faults(twice, pieces, stock, KERF)


def test_a_plan_that_does_not_add_up_is_a_fault_of_the_program(monkeypatch):
    made = cuts._of_crooked

    def without_kerf(section, pieces, lengths, kerf):
        return made(section, pieces, lengths, 0.0)

    monkeypatch.setattr(cuts, "_of_crooked", without_kerf)
    with pytest.raises(RuntimeError, match="does not add up"):
        plan_cuts([Piece("a", "short", 0.3, 3)], {"a": CROOKED}, KERF)
