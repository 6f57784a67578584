"""Two thousand random events on the real window; more by hand, see `tools.trials`."""

import pytest

from tools.trials.monkey import Monkey, after, harmless


@pytest.mark.parametrize("seed", range(25))
def test_a_monkey_finds_nothing(window, tmp_path, seed):
    with harmless(tmp_path):
        monkey = Monkey(window, seed)
        wrong = [*monkey.run(80), *after(window)]
    assert wrong == []
    assert monkey.done == 80
    assert monkey.changes > 0


def test_the_monkey_hears_a_planted_fault(window, tmp_path, monkeypatch):
    from hazel_lantern.app.pill import Pill

    def broken(pill):
        raise KeyError("planted")

    monkeypatch.setattr(Pill, "begin", broken)
    window.session.go_to_station("Shot")
    with harmless(tmp_path):
        monkey = Monkey(window, 3)
        assert any("planted" in fault for fault in monkey.run(60))
