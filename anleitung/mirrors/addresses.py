"""Which addresses the watch may speak to. A name is resolved once; that answer is used."""

import socket
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from ipaddress import IPv4Address, IPv6Address, IPv6Network, ip_address
from urllib.parse import urlsplit

# Made of an IPv4 address inside an IPv6 one: it would lead around the check of the first.
_WRAPPED = (IPv6Network("64:ff9b::/96"), IPv6Network("64:ff9b:1::/48"), IPv6Network("::/96"))
MAX_ADDRESS = 2_000
Resolve = Callable[[str, int], list[str]]


class AddressRefused(Exception):
    """Says why the watch does not go there."""


class NoAnswer(Exception):
    """The name leads nowhere."""


@dataclass(frozen=True, slots=True)
class Target:
    """Where to connect, and what to ask for there. ip: pinned; port: 1 to 65535."""

    scheme: str
    host: str
    ip: str
    port: int
    path: str


def resolve_name(host: str, port: int) -> list[str]:
    try:
        found = socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)
    except (OSError, UnicodeError) as error:
        raise NoAnswer(f"the name {host} is not known") from error
    return [str(each[4][0]) for each in found]


def find_target(
    address: str, stand_ins: Mapping[str, tuple[str, int]], resolve: Resolve = resolve_name
) -> Target:
    """stand_ins: names that ship with their own server → where that listens; the only way to a

    loopback address. Raises AddressRefused, NoAnswer.
    """
    if len(address) > MAX_ADDRESS or any(ord(sign) < 33 for sign in address):
        raise AddressRefused("this is no address of a file")
    try:
        parts = urlsplit(address)
        host, port = (parts.hostname or "").rstrip("."), parts.port
    except ValueError as error:
        raise AddressRefused(f"this is no address: {error}") from error
    if parts.scheme not in ("http", "https") or not host:
        raise AddressRefused("the watch follows http and https addresses, and no others")
    if parts.username is not None or parts.password is not None:
        raise AddressRefused("an address with a name and a password in it is not followed")
    path = (parts.path or "/") + (f"?{parts.query}" if parts.query else "")
    if host in stand_ins:
        ip, own_port = stand_ins[host]
        return Target("http", host, ip, own_port, path)
    usual = 443 if parts.scheme == "https" else 80
    if port not in (None, usual):
        raise AddressRefused(f"port {port} is not asked; files lie at 80 and 443")
    found = resolve(host, usual)
    for ip in found:
        if not is_public(ip):
            raise AddressRefused(f"{host} leads to {ip}, which is no public address")
    return Target(parts.scheme, host, found[0], usual, path)


def is_public(text: str) -> bool:
    """One that anybody on the network could reach: not private, loopback, link-local or wrapped."""
    try:
        ip: IPv4Address | IPv6Address = ip_address(text.partition("%")[0])
    except ValueError:
        return False
    if isinstance(ip, IPv6Address) and (
        ip.ipv4_mapped or ip.sixtofour or ip.teredo or any(ip in net for net in _WRAPPED)
    ):
        return False
    return ip.is_global and not ip.is_multicast and not ip.is_reserved
