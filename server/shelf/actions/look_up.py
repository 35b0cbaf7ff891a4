"""Look a barcode up in the product service, and read what it says as a label."""

from core.errors import JobError
from server.shelf import product_service
from server.shelf.actions.put_on_shelf import checked_barcode
from server.shelf.actions.read_label_text import read_label_text
from server.shelf.open_food import label_text_of, name_of
from server.shelf.schemas import FoundOut

_ASKED = {
    "sugars": "The record has no sugars: write them as the pack has them.",
    "pack": "The record does not say how much is in it: write the size of the pack.",
}


def _missing(there: set[str]) -> list[str]:
    """What a record lacks that a product needs, as what is asked for."""
    return [text for key, text in _ASKED.items() if key not in there]


def look_up(code: str) -> FoundOut:
    """What the service knows. Raises JobError for no barcode, an unknown one, or no answer."""
    digits = checked_barcode(code)
    record = product_service.ask(digits)
    if record is None:
        raise JobError("No product with this barcode yet: type or photograph the label.", "barcode")
    text = label_text_of(record)
    reading = read_label_text(text)
    quantity = record.get("quantity")
    return FoundOut(
        barcode=digits,
        name=name_of(record),
        label_text=text,
        reading=reading,
        pack=quantity if isinstance(quantity, str) else "",
        doubts=[
            *(field.doubt for field in reading.fields if field.doubt),
            *_missing({field.key for field in reading.fields}),
        ],
    )
