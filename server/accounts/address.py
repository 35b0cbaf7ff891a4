"""Where a request comes from: the caller's own address, behind proxies that are trusted."""

from ipaddress import ip_address, ip_network

from django.conf import settings
from django.http import HttpRequest


def address_of(request: HttpRequest) -> str:
    """The address of who asks. What a header says of it is believed only of the trusted proxies
    (AMBER_TRUSTED_PROXIES), from the last one back to the first that is none of them."""
    address: str = request.META.get("REMOTE_ADDR", "")
    before = request.headers.get("X-Forwarded-For", "").split(",")
    for told in reversed([each.strip() for each in before if each.strip()]):
        if not _is_trusted(address):
            break
        address = told
    return address if _is_address(address) else ""


def _is_trusted(address: str) -> bool:
    return _is_address(address) and any(
        ip_address(address) in ip_network(each, strict=False)
        for each in settings.AMBER_TRUSTED_PROXIES
    )


def _is_address(text: str) -> bool:
    try:
        ip_address(text)
    except ValueError:
        return False
    return True
