"""What a jug is no longer said to be, since the rules changed: told once, with what settles it."""

from core.batch.judge import Judged


def no_longer(proven: bool, verdict: Judged) -> str:
    """Of a jug that was proven dry, or otherwise might be closed, and is not by these rules."""
    was = "proven dry" if proven else "safe to be closed tight"
    return (
        f"Called {was} until now. With how far amounts, labels and the hydrometer may be off"
        f" counted in, it is not. {verdict.text}"
    )
