"""The command line: open the window, or assess, pack and describe projects without one."""

from __future__ import annotations

import argparse
import contextlib
import io
import json
import math
import os
import signal
import socket
import sys
from pathlib import Path
from typing import Any

from hazel_lantern import __version__
from hazel_lantern.core import catalogue
from hazel_lantern.core.assessor import assess
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.lamps import State
from hazel_lantern.core.project.carrying import undecided
from hazel_lantern.core.project.file import ProjectError, schema
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.project.store import Store, open_project
from hazel_lantern.core.units import Style, write
from hazel_lantern.core.workshop import Workshop

OK, A_LAMP_FAILS, BAD_INPUT = 0, 1, 2
COMMANDS = ("assess", "pack", "schema", "standin")
#: What a shell tells of a program that wrote to somebody who had stopped reading.
NOBODY_READS = 128 + signal.SIGPIPE
ALSO = """commands, without a window:
  assess PROJECT [--rig NAME] [--json]     print every lamp of a project
  pack PROJECT --rig NAME --out FOLDER     write a rig's PDF and tables
  schema                                   print the JSON Schema of the project file
  standin motor                            a simulated controller at a pseudo-terminal
each tells more with --help"""


class _Parser(argparse.ArgumentParser):
    """Says what is wrong in one line."""

    def error(self, message: str) -> Any:
        print(f"{self.prog}: {message}", file=sys.stderr)
        raise SystemExit(BAD_INPUT)


def _workshop() -> Workshop:
    store = Store()
    return Workshop(catalogue.load(store.catalogue), store.shelf())


def _opened(path: str) -> tuple[Project, Workshop]:
    """A project, and the workshop with the rows that it carries; others of the same id are told."""
    workshop = _workshop()
    project = open_project(Path(path), workshop)
    for one in undecided(project, workshop.catalogue):
        columns = ", ".join(name for name, _, _ in one.figures)
        print(
            f"hazel-lantern: “{one.theirs.id}” is taken as the project has it; your catalogue has "
            f"another {columns}",
            file=sys.stderr,
        )
    return project, workshop.carrying(project.rows)


def _chosen(project: Project, name: str | None) -> list[Rig]:
    if name is None:
        return list(project.rigs)
    try:
        return [project.rigs[project.rig_named(name)]]
    except KeyError as error:
        raise ProjectError(str(error.args[0])) from None


def _lamp_row(lamp: Any, assessment: Any) -> dict[str, Any]:
    return {
        "id": lamp.id,
        "state": str(lamp.state),
        "value": lamp.value,
        "limit": lamp.limit,
        "unit": lamp.spec.kind,
        "sense": lamp.spec.sense,
        "applies": lamp.applies,
        "mark": float(assessment.marks[lamp.mark]),
        "headline": lamp.headline,
        "look up": [one.id for one in lamp.unknown],
    }


def _assess(arguments: argparse.Namespace) -> int:
    project, workshop = _opened(arguments.project)
    style = project.settings.style
    fails = False
    report = []
    for rig in _chosen(project, arguments.rig):
        found = assess(rig, project.settings, workshop)
        fails = fails or found.state is State.FAILS
        lamps = [_lamp_row(lamp, found) for lamp in found.lamps]
        traces = {
            id: {
                "label": trace.label,
                "unit": trace.kind,
                "least": float(trace.values.min()),
                "greatest": float(trace.values.max()),
            }
            for id, trace in found.traces.items()
        }
        report.append(
            {
                "rig": rig.name,
                "family": rig.design.family,
                "state": str(found.state),
                "marks": {"label": found.axis.name, "unit": found.axis.kind},
                "lamps": lamps,
                "traces": traces,
            }
        )
        if not arguments.json:
            _print_rig(rig, found, style)
    if arguments.json:
        print(json.dumps({"project": project.name, "rigs": report}, indent=1))
    return A_LAMP_FAILS if fails else OK


def _print_rig(rig: Rig, found: Any, style: Style) -> None:
    print(f"{rig.name} ({rig.design.family}): {found.state}")
    for lamp in found.lamps:
        mark = write(float(found.marks[lamp.mark]), found.axis.kind, style)
        print(
            f"  {lamp.state:10} {lamp.id:20} {lamp.reading(style):34} "
            f"at {mark:>10}  {lamp.headline}"
        )
    for trace in found.traces.values():
        low, high = float(trace.values.min()), float(trace.values.max())
        print(
            f"  {trace.label:18} {write(low, trace.kind, style)} "
            f"to {write(high, trace.kind, style)}"
        )


def _pack(arguments: argparse.Namespace) -> int:
    from hazel_lantern.core.build.pack import already_there, write_pack

    project, workshop = _opened(arguments.project)
    (rig,) = _chosen(project, arguments.rig)
    there = already_there(rig, project, Path(arguments.out))
    if there and not arguments.overwrite:
        raise ProjectError(
            f"{there[0]} is there already, with {len(there) - 1} more of this rig; accepted: "
            "another folder, or --overwrite"
        )
    for path in write_pack(project, rig, workshop, Path(arguments.out)):
        print(path)
    found = assess(rig, project.settings, workshop)
    return A_LAMP_FAILS if found.state is State.FAILS else OK


def _standin(arguments: argparse.Namespace) -> int:
    from hazel_lantern.core.line.standin import Build, StandIn
    from hazel_lantern.core.line.terminal import Terminal

    build = Build(
        unit=arguments.unit,
        steps=arguments.steps,
        knows="counted" if arguments.counts else "measured",
        acceleration=arguments.acceleration,
        fault=arguments.fault.replace("-", " "),
        seed=arguments.seed,
    )
    terminal = Terminal(StandIn(build), arguments.faster)
    # A shell that starts it behind its back has it ignore Ctrl+C.
    signal.signal(signal.SIGINT, signal.default_int_handler)
    print(f"stand-in for a motor at {terminal.path}; Ctrl+C ends it", flush=True)
    try:
        terminal.serve()
    except KeyboardInterrupt:
        return OK
    print("the line was pulled")
    return OK


def _positive(text: str) -> float:
    found = float(text)
    if not found > 0:
        raise argparse.ArgumentTypeError(f"{text} is not over 0")
    return found


def _command_line(argv: list[str]) -> int:
    parser = _Parser(prog="hazel-lantern", description="Assess and pack projects.")
    commands = parser.add_subparsers(dest="command", required=True)
    assess = commands.add_parser("assess", help="print every lamp of a project")
    assess.add_argument("project")
    assess.add_argument("--rig", help="only the rig of this name")
    assess.add_argument("--json", action="store_true", help="as JSON, in SI units")
    pack = commands.add_parser("pack", help="write a rig's PDF and tables")
    pack.add_argument("project")
    pack.add_argument("--rig", required=True, help="the rig's name")
    pack.add_argument("--out", required=True, help="folder to write into")
    pack.add_argument("--overwrite", action="store_true", help="replace what is there already")
    commands.add_parser("schema", help="print the JSON Schema of the project file")
    _add_standin(commands)
    arguments = parser.parse_args(argv)
    if arguments.command == "schema":
        print(json.dumps(schema(), indent=1))
        return OK
    run = {"assess": _assess, "pack": _pack, "standin": _standin}[arguments.command]
    return run(arguments)


def _add_standin(commands: Any) -> None:
    from hazel_lantern.core.line.standin import FAULTS

    standin = commands.add_parser("standin", help="a simulated controller at a pseudo-terminal")
    standin.add_argument("what", choices=["motor"])
    standin.add_argument("--unit", choices=["mm", "deg"], default="mm", help="of its places")
    standin.add_argument("--steps", action="store_true", help="a step motor, not one on a dial")
    standin.add_argument("--counts", action="store_true", help="without a sensor at the axis")
    standin.add_argument(
        "--acceleration",
        type=_positive,
        default=math.inf,
        metavar="A",
        help="that it keeps to, units/s²",
    )
    faults = [fault.replace(" ", "-") for fault in FAULTS]
    standin.add_argument("--fault", choices=faults, default="nothing", help="what goes wrong")
    standin.add_argument(
        "--faster", type=_positive, default=1.0, metavar="N", help="times as fast as the clock"
    )
    standin.add_argument("--seed", type=int, default=1, help="of its noise")


def _window(argv: list[str]) -> int:
    parser = _Parser(
        prog="hazel-lantern",
        description="Design and build moving-camera rigs.",
        epilog=ALSO,
        formatter_class=argparse.RawDescriptionHelpFormatter,
    )
    parser.add_argument("project", nargs="?", help="a project file to open")
    parser.add_argument("--demo", action="store_true", help="open the Tide Mill project")
    parser.add_argument("--version", action="version", version=f"hazel-lantern {__version__}")
    arguments = parser.parse_args(argv)
    path = Path(arguments.project) if arguments.project else None
    if path and not path.is_file():
        raise ProjectError(
            f"{arguments.project}: no such file, and no command of that name "
            f"({', '.join(COMMANDS)})"
        )
    need_screen()
    from hazel_lantern.app.start import run

    return run(path, demo=arguments.demo)


def need_screen() -> None:
    """Raise `CannotBe` where no window can be shown, which Qt would tell by an abort."""
    if os.environ.get("QT_QPA_PLATFORM"):
        return
    wayland, display = (os.environ.get(name, "") for name in ("WAYLAND_DISPLAY", "DISPLAY"))
    if wayland and (Path(os.environ.get("XDG_RUNTIME_DIR", "/")) / wayland).exists():
        return
    number = display.partition(":")[2].partition(".")[0]
    # One that is far away is asked by Qt itself.
    if display and not display.startswith((":", "unix:")):
        return
    if number and any(_answers(f"{start}/tmp/.X11-unix/X{number}") for start in ("", "\0")):
        return
    said = f"nothing answers at DISPLAY={display}" if display else "DISPLAY is not set"
    raise CannotBe(
        f"there is no screen here: {said}. Start it from a desktop session; assess, pack and "
        "schema go without a window"
    )


def _answers(address: str) -> bool:
    with socket.socket(socket.AF_UNIX) as line:
        return line.connect_ex(address) == 0


def main(argv: list[str] | None = None) -> int:
    """Run the command line.

    Parameters
    ----------
    argv : list of str, optional
        Arguments without the program's name; those of the process if left out.

    Returns
    -------
    int
        0; 1 when a lamp fails; 2 for bad input, with one line on standard error.
    """
    words = sys.argv[1:] if argv is None else argv
    for stream in (sys.stdout, sys.stderr):
        # A terminal that knows few letters is given a mark for the others, not a fault.
        if isinstance(stream, io.TextIOWrapper):
            stream.reconfigure(errors="replace")
    try:
        status = _command_line(words) if words and words[0] in COMMANDS else _window(words)
        # What is not written yet may find a full disk too.
        sys.stdout.flush()
        return status
    except BrokenPipeError:
        _let_go_of_output()
        return NOBODY_READS
    except CannotBe as error:
        print(f"hazel-lantern: {error}", file=sys.stderr)
        return BAD_INPUT
    except OSError as error:
        if error.filename is None:
            _let_go_of_output()
        what = error.filename or "what it prints cannot be written"
        print(f"hazel-lantern: {what}: {error.strerror}", file=sys.stderr)
        return BAD_INPUT


def _let_go_of_output() -> None:
    """Nothing more is written when Python leaves, which would be told as a fault."""
    with contextlib.suppress(OSError, ValueError):
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())


if __name__ == "__main__":
    sys.exit(main())
