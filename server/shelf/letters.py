"""The reader of letters, in a process of its own: it takes some 400 MB and both cores for seconds,
so one picture is read at a time, nobody else waits for it, and its memory is given back once nobody
has sent a picture for a while.

As a program (`python -m server.shelf.letters`) it is that process: pictures in, boxes out.
"""

import fcntl
import importlib.util
import io
import json
import os
import struct
import subprocess
import sys
import tempfile
from pathlib import Path
from select import select
from threading import Lock
from typing import IO, Any

import numpy
import numpy.typing
from PIL import Image

from core.errors import JobError
from core.pack.print_lines import Piece

# So long it waits for another picture; so long a picture may take.
_IDLE_S, _PATIENCE_S = 60.0, 40.0
_LENGTH = struct.Struct("!I")
_LOCK = Path(tempfile.gettempdir()) / f"amber-jug-letters-{os.getuid()}.lock"
# Pages are answered before pictures are read.
_NICE = 10
# Read no surer than this on the whole, it stands on its head.
_UPRIGHT = 0.88
# No surer than this, it saw letters where there are none.
_GUESSED = 0.5
_AWAY = "The picture could not be read: try once more, or type the label instead."


class Letters:
    """The process, begun when the first picture comes, and again where it has gone."""

    def __init__(self) -> None:
        self._held = Lock()
        self._child: subprocess.Popen[bytes] | None = None

    def pieces(self, picture: Image.Image) -> list[Piece]:
        """Every piece of print in a picture. Raises JobError where no reader is set up, or it
        fails."""
        if importlib.util.find_spec("rapidocr") is None:
            raise JobError(
                "Reading photographs is not set up here: ./amber start --photos adds it. Type or"
                " paste the label instead.",
                "picture",
            )
        raw = io.BytesIO()
        picture.save(raw, "PNG", compress_level=1)
        # One at a time in this process, and among all that serve.
        with self._held:
            queue = os.open(_LOCK, os.O_CREAT | os.O_RDWR | os.O_NOFOLLOW, 0o600)
            try:
                fcntl.flock(queue, fcntl.LOCK_EX)
                answer = self._ask(raw.getvalue())
            finally:
                os.close(queue)
        return [Piece(text, tuple(map(tuple, box))) for text, box in answer]  # type: ignore[arg-type]

    def _ask(self, raw: bytes) -> list[Any]:
        # One that has just gone to sleep is woken once.
        for _ in range(2):
            child = self._running()
            assert child.stdin is not None
            assert child.stdout is not None
            try:
                _write(child.stdin, raw)
                if not select([child.stdout], [], [], _PATIENCE_S)[0]:
                    child.kill()
                    break
                answer = _read(child.stdout)
            except OSError:
                answer = None
            if answer is not None:
                found: list[Any] = json.loads(answer)
                return found
            child.kill()
            child.wait()
        raise JobError(_AWAY, "picture")

    def _running(self) -> "subprocess.Popen[bytes]":
        if self._child is None or self._child.poll() is not None:
            self._child = subprocess.Popen(
                [sys.executable, "-m", "server.shelf.letters"],
                stdin=subprocess.PIPE,
                stdout=subprocess.PIPE,
                cwd=Path(__file__).parents[2],
            )
        return self._child


LETTERS = Letters()
"""The one of this process."""


def _write(pipe: IO[bytes], raw: bytes) -> None:
    pipe.write(_LENGTH.pack(len(raw)) + raw)
    pipe.flush()


def _read(pipe: IO[bytes]) -> bytes | None:
    """The next message; None where there will be none."""
    head = pipe.read(_LENGTH.size)
    return pipe.read(_LENGTH.unpack(head)[0]) if len(head) == _LENGTH.size else None


class _Reader:
    """The engine, and what it is bad at put right."""

    def __init__(self) -> None:
        from rapidocr import RapidOCR

        settings = {"Global.log_level": "error", "Global.text_score": 0.0}
        self._engine: Any = RapidOCR(params=settings)

    def pieces(self, picture: Image.Image) -> list[Any]:
        """Each piece of print with its corners."""
        # Which way up a line stands is asked only where little can be read as it is: of a short
        # one the engine may think wrong, and "9 g" turned over is 66.
        seen = self._seen(picture, turned=False)
        if seen.boxes is None:
            return []
        if sum(seen.scores) < _UPRIGHT * len(seen.scores):
            seen = self._seen(picture, turned=True)
        return [
            [text, [[float(x), float(y)] for x, y in box]]
            for text, box, sure in zip(seen.txts, seen.boxes, seen.scores, strict=True)
            if sure > _GUESSED
        ]

    def _seen(self, picture: Image.Image, turned: bool) -> Any:
        # What it is asked for is remembered from one picture to the next.
        return self._engine(_pixels(picture), use_det=True, use_cls=turned, use_rec=True)


def _pixels(picture: Image.Image) -> "numpy.typing.NDArray[numpy.uint8]":
    # The engine wants blue, green, red.
    return numpy.ascontiguousarray(numpy.asarray(picture)[:, :, ::-1])


def main() -> int:
    """Read pictures from standard input until nobody sends one, or whoever began this is gone."""
    os.nice(_NICE)
    reader = _Reader()
    source, sink = sys.stdin.buffer, sys.stdout.buffer
    while select([source], [], [], _IDLE_S)[0]:
        raw = _read(source)
        if raw is None:
            return 0
        found = reader.pieces(Image.open(io.BytesIO(raw)).convert("RGB"))
        _write(sink, json.dumps(found).encode())
    return 0


if __name__ == "__main__":
    sys.exit(main())
