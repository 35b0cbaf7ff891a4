"""The zip a whole kitchen travels in: written byte for byte alike, and read with care."""

import io
import json
import struct
import zipfile
import zlib
from collections.abc import Iterable, Iterator, Mapping
from typing import Any

from core.errors import JobError
from core.files.plain_json import read_json

KITCHEN, SHELF, PICTURES = "kitchen.json", "shelf.json", "pictures/"
MOST_BYTES = 30_000_000
# What it may unfold to, and into how many files: more is no kitchen.
_MOST_UNFOLDED = 200_000_000
_MOST_FILES = 3000
_NO_ZIP = (
    zipfile.BadZipFile, zlib.error, struct.error, EOFError, NotImplementedError, RuntimeError,
    OSError, ValueError,
)  # fmt: skip
# Zip's own beginning of time, so that the same kitchen makes the same file.
_WHEN = (1980, 1, 1, 0, 0, 0)


def packed(files: Iterable[tuple[str, Any]]) -> bytes:
    """Named JSON documents, and photographs as they are, in one zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        for name, document in files:
            entry = zipfile.ZipInfo(name, _WHEN)
            entry.compress_type = zipfile.ZIP_DEFLATED
            if isinstance(document, bytes):
                archive.writestr(entry, document)
                continue
            text = json.dumps(document, ensure_ascii=False, indent=1, sort_keys=True)
            archive.writestr(entry, text.encode())
    return out.getvalue()


class Zipped(Mapping[str, bytes]):
    """The files in a zip by their names, those in a folder where one is named. Each is unfolded
    when it is asked for, so that no more than one is in memory.

    Raises JobError for what is no zip, broken, encrypted or exotic, or unfolds too far.
    """

    def __init__(self, archive: zipfile.ZipFile, folder: str = "") -> None:
        self._archive = archive
        self._entries = {
            entry.filename.removeprefix(folder): entry
            for entry in archive.infolist()
            if not entry.is_dir() and entry.filename.startswith(folder)
        }

    @classmethod
    def read(cls, raw: bytes) -> "Zipped":
        """All of it."""
        try:
            archive = zipfile.ZipFile(io.BytesIO(raw))
        except _NO_ZIP:
            raise _no_kitchen() from None
        entries = archive.infolist()
        size = sum(entry.file_size for entry in entries)
        if len(entries) > _MOST_FILES or size > _MOST_UNFOLDED:
            raise JobError("That is more than any kitchen holds.", "file")
        return cls(archive)

    def folder(self, name: str) -> "Zipped":
        """What is in one folder of it, without the folder's name."""
        return Zipped(self._archive, name)

    def __getitem__(self, name: str) -> bytes:
        entry = self._entries[name]
        try:
            # No further than it says: what unfolds beyond that is no kitchen's.
            with self._archive.open(entry) as file:
                return file.read(entry.file_size)
        except _NO_ZIP:
            raise _no_kitchen() from None

    def __contains__(self, name: object) -> bool:
        return name in self._entries

    def __iter__(self) -> Iterator[str]:
        return iter(self._entries)

    def __len__(self) -> int:
        return len(self._entries)


def _no_kitchen() -> JobError:
    return JobError("That is no kitchen: bring in the zip that “Export everything” made.", "file")


def document(files: Mapping[str, bytes], name: str) -> dict[str, Any]:
    """One JSON object of it. Raises JobError, placed at its name, for none."""
    if name not in files:
        raise JobError("This file is missing in the zip.", name)
    try:
        found = read_json(files[name])
    except JobError as error:
        raise error.within(name) from None
    if not isinstance(found, dict):
        raise JobError("Here should be an object in braces.", name)
    return found
