"""What ./amber says when it cannot go on, and the help."""

import socket
import subprocess
import sys
from pathlib import Path

import pytest

from launch import provision, serve
from launch.places import CannotError

ROOT = Path(__file__).parents[2]


def test_help_lists_every_command():
    done = subprocess.run(
        [sys.executable, "amber", "help"], cwd=ROOT, capture_output=True, text=True
    )
    assert done.returncode == 0
    for command in ("start", "stop", "test", "evaluate", "bench", "help"):
        assert f"./amber {command}" in done.stdout


def test_a_port_in_use_names_the_next_one():
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        with pytest.raises(CannotError, match=f"--port {port + 1}"):
            serve._check_port(port)


def test_missing_packages_without_root_are_named_in_one_line(monkeypatch):
    monkeypatch.setitem(provision._PRESENT, "units", lambda: False)
    monkeypatch.setattr(provision.os, "geteuid", lambda: 1000)
    found = provision.shutil.which
    monkeypatch.setattr(
        provision.shutil, "which", lambda name: None if name == "sudo" else found(name)
    )
    with pytest.raises(CannotError, match="sudo apt-get install -y --no-install-recommends units"):
        provision.debian_packages("units")


def test_stopping_what_does_not_run(monkeypatch, tmp_path, capsys):
    monkeypatch.setattr(serve, "state", lambda name: tmp_path / name)
    (tmp_path / "running").write_text("1 http://127.0.0.1:1/")
    assert serve.stop() == 0
    assert "not running" in capsys.readouterr().out


def test_another_database_is_used_when_it_is_named(monkeypatch):
    monkeypatch.setenv("AMBER_DATABASE_URL", "postgres://elsewhere/x")
    with serve.database("data") as (url, own):
        assert (url, own) == ("postgres://elsewhere/x", None)


def test_a_build_is_stamped_by_what_is_in_its_sources(tmp_path, monkeypatch):
    monkeypatch.setattr(provision, "ROOT", tmp_path)
    file = tmp_path / "a.ts"
    file.write_text("1")
    before = provision._digest([file])
    stamp = tmp_path / "stamp"
    stamp.write_text(before)
    assert provision._stamped(stamp, provision._digest([file]))
    file.write_text("2")
    assert not provision._stamped(stamp, provision._digest([file]))
