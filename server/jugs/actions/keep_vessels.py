"""Keep the vessels somebody has measured."""

from core.errors import JobError
from core.plan.vessel import shoulder_ml, usual_fill_ml
from server.accounts.models import Account
from server.config.limits import MOST_VESSELS
from server.jugs.models import OwnVessel
from server.jugs.schemas import OwnVesselIn, OwnVesselOut


def add_vessel(account: Account, payload: OwnVesselIn) -> OwnVessel:
    """A vessel by what it holds to the brim. Raises JobError at the field that is wrong."""
    name = payload.name.strip()
    if not name or len(name) > 80 or "\x00" in name:
        raise JobError("Give it a name you would know it by, of at most 80 letters.", "name")
    shoulder = shoulder_ml(payload.shape, payload.brim_ml, payload.volume_ml)
    if account.vessels.filter(removed_at=None).count() >= MOST_VESSELS:
        raise JobError(f"A cupboard holds {MOST_VESSELS} vessels.", "name")
    return account.vessels.create(
        name=name, shape=payload.shape, brim_ml=payload.brim_ml, volume_ml=shoulder
    )


def described(vessel: OwnVessel) -> OwnVesselOut:
    """The vessel, with how far it is filled when nothing else is said."""
    return OwnVesselOut(
        id=vessel.id,
        name=vessel.name,
        shape=vessel.shape,
        brim_ml=vessel.brim_ml,
        volume_ml=vessel.volume_ml,
        usual_fill_ml=usual_fill_ml(vessel.volume_ml),
    )
