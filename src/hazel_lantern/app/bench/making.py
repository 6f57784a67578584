"""What lies below the stage at a station, made when the station is first gone to."""

from __future__ import annotations

from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.session import Session


def make_bench(station: str, session: Session) -> Bench:
    """The bench of a station; what only it needs is imported here.

    Raises
    ------
    KeyError
        If there is no such station.
    """
    if station == "Shot":
        from hazel_lantern.app.bench.shot import ShotBench

        return ShotBench(session)
    if station == "Build":
        from hazel_lantern.app.bench.build import BuildBench

        return BuildBench(session)
    if station == "Try-out":
        from hazel_lantern.app.bench.tryout import TryoutBench

        return TryoutBench(session)
    from hazel_lantern.app.bench.design import DesignBench

    if station == "Load":
        from hazel_lantern.app.bench.load import LoadBench

        return DesignBench(session, station, ("What it carries", LoadBench(session)))
    if station in ("Frame", "Drive"):
        return DesignBench(session, station)
    raise KeyError(f"there is no station “{station}”")
