"""The purse: what is still to be bought against the budget."""

from __future__ import annotations

from collections.abc import Callable

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.units import write


class Purse(Assembly[AnswerT]):
    """Checks the budget; ``bought`` gives the bill of parts."""

    def __init__(self, answer: AnswerT, bought: Callable[[], tuple[Part, ...]]) -> None:
        super().__init__(answer)
        self._bought = bought

    @check("budget", "Cost", "Build", "money", None, "at most", "the rig's budget", 0.5)
    def budget(self) -> Found:
        """What is still to be bought against the rig's budget."""
        bought, budget = self._bought(), self.case.setup.budget
        cost = sum(part.cost for part in bought)
        dearest = sorted(bought, key=lambda part: -part.cost)[:4]
        return Found(
            cost,
            ("Within the budget", "Over the budget"),
            lambda s: (
                f"Parts still to buy come to {write(cost, 'money', s)}; the budget is "
                f"{write(budget, 'money', s)}."
            ),
            working(
                "sum of parts marked to buy; the four dearest",
                tuple(
                    (str(at), part.name, part.cost, "money") for at, part in enumerate(dearest, 1)
                ),
                "catalogue prices, or the maker's own",
            ),
            limit=budget,
        )
