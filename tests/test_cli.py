"""The command line: what it prints, and how it ends."""

import json
import os
import shlex
import shutil
import signal
import subprocess
import sys
from pathlib import Path

import jsonschema
import pytest

from hazel_lantern.cli import COMMANDS, main
from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.catalogue.carried import CarriedRow
from hazel_lantern.core.line.link import SerialLink
from hazel_lantern.core.project.file import dumps, loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.resources import DATA
from tests.conftest import changed

DEMO = str(DATA / "demo" / "tide-mill.hazel.json")


@pytest.fixture(autouse=True)
def _own_home(store):
    """Nothing of the maker's own folder is read or written."""


def test_assess_prints_every_lamp_and_ends_with_one_for_a_failing_lamp(capsys):
    assert main(["assess", DEMO]) == 1
    out = capsys.readouterr().out
    # The slide, and its variant for a time-lapse.
    assert out.count("slider.") == 2 * 20
    assert "tight      slider.tip" in out
    assert "frame drift" in out


def test_assess_as_json(capsys):
    assert main(["assess", DEMO, "--rig", "wheelhouse slide", "--json"]) == 0
    report = json.loads(capsys.readouterr().out)
    (rig,) = report["rigs"]
    assert rig["state"] == "tight"
    lamp = next(lamp for lamp in rig["lamps"] if lamp["id"] == "slider.rail-dip")
    assert set(lamp) >= {"id", "state", "value", "limit", "unit", "mark"}
    assert rig["traces"]["dip"]["greatest"] == pytest.approx(lamp["value"])


def test_assess_ends_with_nought_when_all_hold(tmp_path, capsys, rig):
    wide = changed(
        rig, design__supports__kind="end stands", design__supports__spread=1.1, budget=900.0
    )
    path = tmp_path / "good.hazel.json"
    path.write_text(dumps(Project(rigs=(wide,))), encoding="utf-8")
    assert main(["assess", str(path)]) == 0


@pytest.mark.parametrize(
    ("words", "says"),
    [
        (["assess", "none.hazel.json"], "cannot be read"),
        (["assess", DEMO, "--rig", "Moon"], "the project has: “Wheelhouse slide”"),
        (["pack", DEMO, "--rig", "Moon", "--out", "x"], "no rig"),
        (["none.hazel.json"], "no such file"),
        (["schema", "--what"], "unrecognized"),
        (["pack", DEMO], "required"),
    ],
)
def test_bad_input_is_one_line_and_two(capsys, words, says):
    try:
        status = main(words)
    except SystemExit as leaving:
        status = leaving.code
    err = capsys.readouterr().err
    assert status == 2
    assert says in err
    assert err.count("\n") == 1


def test_pack_writes_its_files(tmp_path, capsys):
    assert main(["pack", DEMO, "--rig", "Wheelhouse slide", "--out", str(tmp_path)]) == 0
    names = capsys.readouterr().out.split()
    assert {Path(name).suffix for name in names} == {".pdf", ".csv", ".xlsx", ".dxf", ".svg"}
    assert all(Path(name).stat().st_size > 0 for name in names)
    assert (tmp_path / "wheelhouse-slide-pack.pdf").read_bytes().startswith(b"%PDF")
    # What is there already is not written over unless that is asked for.
    again = ["pack", DEMO, "--rig", "Wheelhouse slide", "--out", str(tmp_path)]
    assert main(again) == 2
    assert "--overwrite" in capsys.readouterr().err
    assert main([*again, "--overwrite"]) == 0


def test_schema_is_a_schema(capsys):
    assert main(["schema"]) == 0
    found = json.loads(capsys.readouterr().out)
    jsonschema.Draft202012Validator.check_schema(found)
    jsonschema.validate(json.loads(dumps(loads(Path(DEMO).read_text(encoding="utf-8")))), found)


def test_assess_needs_no_window():
    code = (
        "import sys; from hazel_lantern.cli import main; main(['assess', sys.argv[1]]);"
        "assert not [m for m in sys.modules if m.startswith(('PyQt6', 'reportlab',"
        "'scipy'))]"
    )
    done = subprocess.run([sys.executable, "-c", code, DEMO], capture_output=True, text=True)
    assert done.returncode == 0, done.stderr


def test_the_stand_in_serves_a_terminal_until_it_is_interrupted():
    words = [sys.executable, "-m", "hazel_lantern", "standin", "motor", "--unit", "deg"]
    with subprocess.Popen(words, stdout=subprocess.PIPE, text=True) as running:
        assert running.stdout is not None
        path = running.stdout.readline().split(" at ")[1].split(";")[0]
        with SerialLink(path) as link:
            link.say("hello")
            assert link.hear(20.0) == "here 1 deg measured"
        running.send_signal(signal.SIGINT)
        assert running.wait(20) == 0


def test_the_stand_in_refuses_what_it_is_not(capsys):
    for words in (["--faster", "0"], ["--fault", "rust"], ["--acceleration", "x"]):
        with pytest.raises(SystemExit) as ended:
            main(["standin", "motor", *words])
        assert ended.value.code == 2
    assert "0 is not over 0" in capsys.readouterr().err


def test_a_terminal_that_knows_few_letters_is_told_all_the_same(tmp_path):
    """Started where text is ASCII, with a file called otherwise."""
    named = tmp_path / "Mühle.hazel.json"
    named.write_bytes(Path(DEMO).read_bytes())
    bare = {
        "PATH": os.environ["PATH"],
        "LC_ALL": "C",
        "PYTHONUTF8": "0",
        "PYTHONCOERCECLOCALE": "0",
        "HAZEL_LANTERN_HOME": str(tmp_path / "home"),
    }
    words = [sys.executable, "-m", "hazel_lantern.cli", "assess", os.fsencode(named)]
    done = subprocess.run(words, env=bare, capture_output=True, check=False)
    assert b"Traceback" not in done.stderr
    assert done.returncode in (0, 1)
    assert b"slider.roll" in done.stdout
    done = subprocess.run([*words[:-1], b"n\xc3\xb6"], env=bare, capture_output=True, check=False)
    assert done.returncode == 2
    assert done.stderr.count(b"\n") == 1


def test_other_figures_that_a_project_carries_are_taken_and_told(capsys, tmp_path):
    project = loads(Path(DEMO).read_text(encoding="utf-8"))
    rig = project.rigs[0]
    id = rig.design.carriage.wheel
    wheel = shipped().wheels[id]
    path = tmp_path / "carried.hazel.json"

    def reported(*rows):
        path.write_text(dumps(project.model_copy(update={"rows": rows})), encoding="utf-8")
        main(["assess", str(path), "--rig", rig.name, "--json"])
        found = capsys.readouterr()
        lamps = {lamp["id"]: lamp["value"] for lamp in json.loads(found.out)["rigs"][0]["lamps"]}
        return lamps, found.err

    plain, said = reported(CarriedRow.of("wheels", wheel))
    assert said == ""
    dear, said = reported(
        CarriedRow.of("wheels", wheel.model_copy(update={"price": wheel.price + 10}))
    )
    assert f"“{id}” is taken as the project has it; your catalogue has another price" in said
    assert dear["slider.budget"] == pytest.approx(plain["slider.budget"] + 40)


def run(*words, **more):
    """A process of its own, as a shell starts it."""
    kept = {
        name: value for name, value in os.environ.items() if name not in more.get("without", ())
    }
    return subprocess.run(
        [sys.executable, "-m", "hazel_lantern", *words],
        env=kept | more.get("env", {}),
        stdout=more.get("stdout", subprocess.PIPE),
        stderr=subprocess.PIPE,
        text=True,
        check=False,
    )


SCREENS = ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")


@pytest.mark.parametrize(
    ("env", "says"), [({}, "DISPLAY is not set"), ({"DISPLAY": ":7391"}, "DISPLAY=:7391")]
)
def test_without_a_screen_it_says_so_in_one_line(env, says):
    found = run(without=SCREENS, env=env)
    assert found.returncode == 2
    assert says in found.stderr
    assert len(found.stderr.splitlines()) == 1


def test_who_stops_reading_is_not_told_of_a_fault():
    reads, writes = os.pipe()
    os.close(reads)
    with os.fdopen(writes, "w") as nobody:
        found = run("schema", stdout=nobody)
    assert found.returncode == 128 + signal.SIGPIPE
    assert found.stderr == ""


@pytest.mark.skipif(not Path("/dev/full").exists(), reason="no device that is always full")
def test_a_full_disk_is_told_in_one_line():
    with Path("/dev/full").open("w") as full:
        found = run("schema", stdout=full)
    assert found.returncode == 2
    assert "cannot be written" in found.stderr
    assert len(found.stderr.splitlines()) == 1


def test_help_lists_every_command(capsys):
    with pytest.raises(SystemExit):
        main(["--help"])
    told = capsys.readouterr().out
    assert all(f"\n  {name} " in told for name in COMMANDS)


def test_the_menu_entry_starts_a_program_that_is_there(tmp_path):
    """Where nothing is on the PATH, the one of the environment beside it."""
    here = Path(__file__).parents[1]
    copied, home = tmp_path / "lantern here", tmp_path / "home"
    shutil.copytree(here / "packaging", copied / "packaging")
    glyphs = Path("src/hazel_lantern/data/glyphs")
    shutil.copytree(here / glyphs, copied / glyphs)
    script = copied / "packaging" / "install-desktop.sh"
    env = {"XDG_DATA_HOME": str(home), "PATH": "/usr/bin:/bin"}
    if shutil.which("hazel-lantern", path=env["PATH"]):
        pytest.skip("it is on the PATH of this machine")
    assert (
        subprocess.run(["bash", script], env=env, check=False, capture_output=True).returncode == 2
    )
    assert not home.exists()
    own = copied / ".venv" / "bin" / "hazel-lantern"
    own.parent.mkdir(parents=True)
    own.write_text("#!/bin/sh\n")
    own.chmod(0o755)
    subprocess.run(["bash", script], env=env, check=True, capture_output=True)
    entry = (home / "applications" / "hazel-lantern.desktop").read_text()
    (line,) = (one for one in entry.splitlines() if one.startswith("Exec="))
    assert shlex.split(line.removeprefix("Exec=")) == [str(own), "%f"]
