"""The client of the product service: what it knows of a barcode, or why it cannot say."""

from typing import Any

import httpx
from django.conf import settings

from core.errors import JobError
from core.files.plain_json import read_json

# A person stands in an aisle: an answer that takes longer is no answer.
_TIMEOUT = httpx.Timeout(3.0, connect=1.0)
_MOST_BYTES = 300_000
_AWAY = "The product service does not answer: type or photograph the label instead."


def ask(code: str) -> dict[str, Any] | None:
    """The product's record in the open food-data shape; None for a code it does not know.

    Raises JobError when no service is set up, or it fails or dawdles.
    """
    if not settings.AMBER_PRODUCT_SERVICE:
        raise JobError("No product service is set up: type or photograph the label instead.")
    try:
        with httpx.stream(
            "GET",
            f"{settings.AMBER_PRODUCT_SERVICE}/api/v2/product/{code}.json",
            timeout=_TIMEOUT,
            follow_redirects=False,
        ) as answer:
            if answer.status_code == 404:
                return None
            if answer.status_code != 200:
                raise JobError(_AWAY)
            body = b""
            for piece in answer.iter_bytes():
                body += piece
                if len(body) > _MOST_BYTES:
                    raise JobError(_AWAY)
        record: Any = read_json(body)
    except (httpx.HTTPError, ValueError) as error:
        raise JobError(_AWAY) from error
    if not isinstance(record, dict) or not isinstance(record.get("product"), dict):
        raise JobError(_AWAY)
    product: dict[str, Any] = record["product"]
    return product
