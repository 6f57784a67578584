"""A small run of each trial but the monkey's; ``python -m tools.trials`` does more."""

from tools.trials import broken, edits, kills


def test_broken_files_are_refused_and_nothing_else():
    assert broken.trial(80).startswith("broken files: 80 tried, 0 faults")


def test_edits_are_taken_or_refused_and_all_undone():
    assert edits.trial(120).startswith("edits: 120 tried, 0 faults")


def test_kills_lose_nothing():
    said = kills.trial(4)
    assert said.startswith("kills: 4 tried, 0 lost")
    assert said.endswith("0 stray files left")
