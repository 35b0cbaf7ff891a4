"""Add a probe to a jug, and take it away."""

import hashlib
import secrets

from django.shortcuts import get_object_or_404
from django.utils import timezone

from core.errors import JobError
from core.ferment.probe import BAND_C
from server.accounts.models import Account
from server.config.limits import MOST_PROBES
from server.jugs.models import Jug
from server.probes.models import Probe
from server.probes.schemas import ProbeIn


def digest_of(token: str) -> str:
    """What of a token is kept."""
    return hashlib.sha256(token.encode()).hexdigest()


def add_probe(account: Account, jug: Jug, payload: ProbeIn) -> tuple[Probe, str]:
    """A probe and its token. Raises JobError for a band that is none, or one probe too many."""
    low = BAND_C[0] if payload.low_c is None else payload.low_c
    high = BAND_C[1] if payload.high_c is None else payload.high_c
    if low >= high:
        raise JobError(f"The band ends above {low:g} °C, like {low + 8:g}.", "high_c")
    if account.probes.filter(removed_at=None).count() >= MOST_PROBES:
        raise JobError(f"A kitchen keeps {MOST_PROBES} probes.", "name")
    token = secrets.token_urlsafe(24)
    probe = Probe.objects.create(
        account=account,
        jug=jug,
        name=payload.name.strip(),
        token_digest=digest_of(token),
        low_c=low,
        high_c=high,
    )
    return probe, token


def set_removed(account: Account, probe_id: int, removed: bool) -> Probe:
    """Take a probe away, or give it back: its points stay."""
    probe = get_object_or_404(account.probes, id=probe_id)
    probe.removed_at = timezone.now() if removed else None
    probe.save(update_fields=["removed_at"])
    return probe
