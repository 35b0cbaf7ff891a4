"""./amber evaluate, jug and label: a file in, core's answer out. No database, no server."""

import argparse
import json
import sys
from datetime import datetime
from pathlib import Path
from typing import Any, NoReturn

from core.errors import JobError
from core.files.journal import read_moment
from core.files.jug_file import answer_jug, read_jug_file
from core.files.label_answer import answer_label
from core.files.plain_json import NotJsonError, read_json
from core.files.recipe_file import answer, read_recipe
from core.plan.evaluation import evaluate

_BAD_INPUT = 2


def _refuse(text: str) -> NoReturn:
    print(" ".join(text.split()), file=sys.stderr)
    sys.exit(_BAD_INPUT)


def _text(file: str) -> str:
    try:
        raw = sys.stdin.buffer.read() if file == "-" else Path(file).read_bytes()
    except OSError as error:
        _refuse(f"{file}: {error.strerror}")
    try:
        return raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        _refuse(f"{file}: not UTF-8: {error.reason}")


def _read(file: str) -> Any:
    try:
        return read_json(_text(file))
    except JobError as error:
        _refuse(f"{file}: {error}")


def _recipe(file: str) -> object:
    recipe = read_recipe(_read(file))
    return answer(recipe, evaluate(recipe))


def _jug(file: str, at: datetime | None) -> object:
    return answer_jug(read_jug_file(_read(file)), at)


def _label(file: str) -> object:
    """One text, or every text of a JSON array of them."""
    text = _text(file)
    try:
        given = read_json(text)
    except NotJsonError:
        given = None
    if isinstance(given, list) and all(isinstance(each, str) for each in given):
        return [answer_label(each) for each in given]
    return answer_label(text)


def main(arguments: list[str]) -> None:
    """Print the answer to standard output; bad input: one line on standard error, exit 2."""
    parser = argparse.ArgumentParser(prog="amber")
    parser.add_argument("what", choices=("evaluate", "jug", "label"))
    parser.add_argument("file")
    parser.add_argument("--at")
    asked = parser.parse_args(arguments)
    try:
        match asked.what:
            case "evaluate":
                told = _recipe(asked.file)
            case "label":
                told = _label(asked.file)
            case _:
                told = _jug(asked.file, read_moment(asked.at, "--at") if asked.at else None)
    except JobError as error:
        _refuse(str(error))
    print(json.dumps(told, ensure_ascii=False, indent=2))


if __name__ == "__main__":
    main(sys.argv[1:])
