"""Where a request comes from. A header is believed only when a named proxy wrote it."""

from ipaddress import IPv4Address, IPv6Address, IPv6Network, ip_address, ip_network
from typing import Any

from django.conf import settings
from django.http import HttpRequest


def client_address(request: HttpRequest) -> str:
    """The address that limits count by: of IPv6 the network of 64 bits, which one line has whole.

    Proxies add the address that they see at the end of the header, so it is read from there, up to
    the first one that is no named proxy. What stands before it anybody can write.
    """
    found = _parse(request.META.get("REMOTE_ADDR", ""))
    told = [part.strip() for part in request.META.get("HTTP_X_FORWARDED_FOR", "").split(",")]
    while found is not None and _is_proxy(found) and told:
        further = _parse(told.pop())
        if further is None:
            break
        found = further
    return _counted(found) if found is not None else "unknown"


def is_from_proxy(request: HttpRequest) -> bool:
    """Was the request handed on by a proxy that the settings name?"""
    found = _parse(request.META.get("REMOTE_ADDR", ""))
    return found is not None and _is_proxy(found)


def axes_address(request: HttpRequest) -> str | None:
    address = client_address(request)
    return None if address == "unknown" else address


def _parse(text: str) -> IPv4Address | IPv6Address | None:
    try:
        found = ip_address(text.strip("[]").partition("%")[0])
    except ValueError:
        return None
    mapped = found.ipv4_mapped if isinstance(found, IPv6Address) else None
    return mapped or found


def _is_proxy(address: IPv4Address | IPv6Address) -> bool:
    networks: list[Any] = [ip_network(each, strict=False) for each in settings.PROXIES]
    return any(address in network for network in networks)


def _counted(address: IPv4Address | IPv6Address) -> str:
    if isinstance(address, IPv4Address):
        return str(address)
    return str(IPv6Network((address, 64), strict=False).network_address)
