"""Read the barcode in a picture."""

import zxingcpp

from core.errors import JobError
from server.shelf.actions.put_on_shelf import checked_barcode
from server.shelf.pictures import opened
from server.shelf.schemas import CodesOut


def read_barcode(raw: bytes) -> CodesOut:
    """Every barcode of a grocery in the picture. Raises JobError for none."""
    found = []
    for seen in zxingcpp.read_barcodes(opened(raw)):
        try:
            found.append(checked_barcode(seen.text))
        except JobError:
            continue
    if not found:
        raise JobError(
            "No barcode is to be seen in it: closer, sharper and lit from the side, or type the"
            " digits under the bars.",
            "picture",
        )
    return CodesOut(codes=list(dict.fromkeys(found)))
