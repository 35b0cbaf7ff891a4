"""./amber evaluate: a recipe file in, its answer out. No database, no server."""

import json
import sys
from pathlib import Path
from typing import NoReturn

from core.errors import JobError
from core.files.recipe_file import answer, read_recipe
from core.plan.evaluation import evaluate

_BAD_INPUT = 2


def _refuse(text: str) -> NoReturn:
    print(" ".join(text.split()), file=sys.stderr)
    sys.exit(_BAD_INPUT)


def _no_constant(name: str) -> NoReturn:
    raise ValueError(f"{name} is not a number a recipe can hold")


def main(file: str) -> None:
    """Print the answer to standard output; bad input: one line on standard error, exit 2."""
    try:
        raw = sys.stdin.buffer.read() if file == "-" else Path(file).read_bytes()
    except OSError as error:
        _refuse(f"{file}: {error.strerror}")
    try:
        data = json.loads(raw.decode("utf-8-sig"), parse_constant=_no_constant)
    except (ValueError, RecursionError) as error:
        _refuse(f"{file}: not JSON: {error}")
    try:
        recipe = read_recipe(data)
        print(json.dumps(answer(recipe, evaluate(recipe)), ensure_ascii=False, indent=2))
    except JobError as error:
        _refuse(str(error))


if __name__ == "__main__":
    main(sys.argv[1])
