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

from PIL import Image

from core.errors import JobError
from core.pack.print_lines import Piece

# So long it waits for another picture; so long a picture may take.
_IDLE_S, _PATIENCE_S = 60.0, 40.0
_LENGTH = struct.Struct("!I")
_LOCK = Path(tempfile.gettempdir()) / f"amber-jug-letters-{os.getuid()}.lock"
# Pages are answered before pictures are read.
_NICE = 10
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


def main() -> int:
    """Read pictures from standard input until nobody sends one, or whoever began this is gone."""
    import numpy
    from rapidocr import RapidOCR

    os.nice(_NICE)
    engine = RapidOCR(params={"Global.log_level": "error"})
    source, sink = sys.stdin.buffer, sys.stdout.buffer
    while select([source], [], [], _IDLE_S)[0]:
        raw = _read(source)
        if raw is None:
            return 0
        # The engine wants blue, green, red.
        pixels = numpy.asarray(Image.open(io.BytesIO(raw)).convert("RGB"))[:, :, ::-1]
        seen: Any = engine(pixels)
        boxes = [] if seen.boxes is None else seen.boxes
        found = [
            [text, [[float(x), float(y)] for x, y in box]]
            for text, box in zip(seen.txts or (), boxes, strict=True)
        ]
        _write(sink, json.dumps(found).encode())
    return 0


if __name__ == "__main__":
    sys.exit(main())
