"""How much anybody may send as files, refused before it is taken in."""

from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.core.files.uploadhandler import TemporaryFileUploadHandler

# Above the largest picture that is read, so that a picture too large is told its own size.
_MOST_BYTES = 40_000_000


class CappedUploadHandler(TemporaryFileUploadHandler):
    """Files go to a temporary file, unless the request says it is larger than all we take."""

    def handle_raw_input(
        self,
        input_data: Any,
        META: dict[str, Any],  # noqa: N803 — Django's name for it
        content_length: int,
        boundary: Any,
        encoding: str | None = None,
    ) -> None:
        """Refuse what is too large by its own account."""
        if content_length > _MOST_BYTES:
            raise RequestDataTooBig
