"""Reads the command line."""

import argparse
import os
import sys

from launch import check, provision, serve, words
from launch.places import PYTHON, ROOT, CannotError

_HELP = """\
./amber start            set up what is missing, then serve at http://127.0.0.1:8010/
        --port N         on another port
        --no-demo        without the demo kitchen
        --photos         with the reader of photographed labels (some 250 MB more)
./amber stop             end it
./amber test             every check: lint, types, contracts, unit, server and browser tests
./amber evaluate FILE    answer a recipe file (docs/formats/recipe-file.md); - reads standard input
./amber jug FILE         answer a jug file (docs/formats/jug-file.md)
        --at TIME        as of 2026-11-30T18:00:00Z, say; else as of its last event
./amber label FILE       what a label's text says, or an array of texts
./amber labels           how the reader does on labels drawn at random, by language
        --count N        so many of each; --seed N: the same ones again
        --photographs N  so many photographed as well (some 250 MB more, seconds each)
./amber words            every text a brewer can meet, each with its place
./amber bench            time the core, the endpoints and the drawing
./amber help             this page

AMBER_DATABASE_URL=postgres://…  uses that PostgreSQL instead of one of our own.
"""


def main(arguments: list[str]) -> int:
    """Do what was asked; returns the exit status."""
    parser = argparse.ArgumentParser(prog="amber", usage="./amber help", add_help=False)
    commands = parser.add_subparsers(dest="command")
    start = commands.add_parser("start", add_help=False)
    start.add_argument("--port", type=int, default=serve.DEFAULT_PORT)
    start.add_argument("--no-demo", dest="demo", action="store_false")
    start.add_argument("--photos", action="store_true")
    drawn = commands.add_parser("labels", add_help=False)
    drawn.add_argument("--count", type=int, default=40)
    drawn.add_argument("--seed", type=int)
    drawn.add_argument("--photographs", type=int, default=0)
    for name in ("stop", "bench", "words", "help"):
        commands.add_parser(name, add_help=False)
    for name in ("evaluate", "jug", "label"):
        ask = commands.add_parser(name, add_help=False)
        ask.add_argument("file")
        if name == "jug":
            ask.add_argument("--at")
    test = commands.add_parser("test", add_help=False)
    test.add_argument("pytest", nargs=argparse.REMAINDER)
    asked = parser.parse_args(arguments)
    try:
        match asked.command:
            case "start":
                return serve.start(asked.port, asked.demo, asked.photos)
            case "stop":
                return serve.stop()
            case "test":
                return check.test(asked.pytest)
            case "words":
                return words.words()
            case "bench":
                return check.bench()
            case "labels":
                wanted = provision.WITH_PHOTOS if asked.photographs else provision.TO_RUN
                return _as_module("launch.labels", *arguments[1:], requirements=wanted)
            case "evaluate" | "jug" | "label":
                return _as_module("launch.ask", asked.command, *arguments[1:])
            case _:
                print(_HELP, end="")
                return 0
    except CannotError as error:
        print(error, file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130


def _as_module(module: str, *arguments: str, requirements: str = provision.TO_RUN) -> int:
    provision.debian_packages(*provision.FOR_EVALUATE)
    provision.python_packages(requirements)
    sys.stdout.flush()
    os.environ["PYTHONPATH"] = str(ROOT)
    # The interpreter of the virtual environment takes over this process.
    os.execv(PYTHON, [str(PYTHON), "-m", module, *arguments])  # noqa: S606
