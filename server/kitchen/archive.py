"""The zip a whole kitchen travels in: written byte for byte alike, and read with care."""

import io
import json
import struct
import zipfile
import zlib
from collections.abc import Iterable, Mapping
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


def unpacked(raw: bytes) -> Mapping[str, bytes]:
    """The files in a zip by their names. Raises JobError for what is none, or unfolds too far."""
    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as archive:
            entries = [entry for entry in archive.infolist() if not entry.is_dir()]
            size = sum(entry.file_size for entry in entries)
            if len(entries) > _MOST_FILES or size > _MOST_UNFOLDED:
                raise JobError("That is more than any kitchen holds.", "file")
            return {entry.filename: archive.read(entry) for entry in entries}
    except JobError:
        raise
    # What zipfile raises for what is no zip, a broken, an encrypted or an exotic one.
    except _NO_ZIP:
        raise JobError(
            "That is no kitchen: bring in the zip that “Export everything” made.", "file"
        ) from None


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
