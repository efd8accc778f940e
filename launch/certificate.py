"""A certificate of the bench's own: an authority made once, and what it signs for the address in use.

Whoever trusts the authority trusts the bench; it can only ever vouch for addresses of private networks and
for the bench's own names (name constraints, RFC 5280, 4.2.1.10), so that trusting it opens nothing else.
"""

from __future__ import annotations

import os
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from ipaddress import IPv4Address, IPv4Network, IPv6Address, IPv6Network, ip_address, ip_network
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.hazmat.primitives.hashes import SHA256
from cryptography.hazmat.primitives.serialization import (
    Encoding,
    NoEncryption,
    PrivateFormat,
    load_pem_private_key,
)
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

AUTHORITY_DAYS = 3650
DAYS = 397
"""The longest that devices take a server's certificate for."""
LEFT = timedelta(days=30)
"""With less than this left it is made again."""
EARLIER = timedelta(hours=12)
"""Before now, so that a device whose clock is behind takes it all the same."""

PRIVATE = (
    "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "100.64.0.0/10", "127.0.0.0/8",
    "fc00::/7", "fe80::/10", "::1/128",
)  # fmt: skip
LOCAL_NAMES = ("local", "lan", "home.arpa", "localhost")

AnyAddress = IPv4Address | IPv6Address


@dataclass(frozen=True, slots=True)
class BenchCertificate:
    """Files of the chain and of its key, the authority to be trusted, and why it was made now if it was."""

    chain: Path
    key: Path
    authority: Path
    made: str

    @property
    def fingerprint(self) -> str:
        """Of the authority, SHA-256, as devices show it."""
        kept = x509.load_pem_x509_certificate(self.authority.read_bytes())
        return ":".join(f"{byte:02X}" for byte in kept.fingerprint(SHA256()))


def certificate_for(folder: Path, names: Sequence[str], now: datetime | None = None) -> BenchCertificate:
    """The certificate for these addresses and names, made or made again where it does not serve.

    Parameters
    ----------
    folder : Path
        Where authority, certificate and keys lie, the keys readable by their owner alone.
    names : sequence of str
        Addresses and host names it is to vouch for.
    """
    at = now or datetime.now(UTC)
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    kept = BenchCertificate(folder / "bench.pem", folder / "bench.key", folder / "authority.pem", "")
    why = _authority(kept.authority, folder / "authority.key", names, at)
    if not why:
        why = _outdated(kept.chain, kept.key, names, at)
    if why:
        _sign(kept, folder / "authority.key", names, at)
    return BenchCertificate(kept.chain, kept.key, kept.authority, why)


def _authority(path: Path, key_path: Path, names: Sequence[str], at: datetime) -> str:
    """Make the authority where it is missing, ending, or may not vouch for a name; why, if it was made."""
    try:
        kept = x509.load_pem_x509_certificate(path.read_bytes())
        load_pem_private_key(key_path.read_bytes(), None)
        outside = [name for name in names if not _within(kept, name)]
        if kept.not_valid_after_utc - at > LEFT and not outside:
            return ""
        why = "the bench has another sort of address" if outside else "the old one had run out"
    except (FileNotFoundError, ValueError):
        why = "there was none"
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Dentado bench")])
    permitted: list[x509.GeneralName] = [x509.IPAddress(ip_network(net)) for net in PRIVATE]
    permitted += [x509.DNSName(known) for known in LOCAL_NAMES]
    permitted += [_permit(each) for each in names if not _private(each)]
    made = (
        x509.CertificateBuilder()
        .subject_name(name)
        .issuer_name(name)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(at - EARLIER)
        .not_valid_after(at + timedelta(days=AUTHORITY_DAYS))
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(_usage(signs=True), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .add_extension(x509.NameConstraints(permitted, None), critical=True)
        .sign(key, SHA256())
    )
    _write_key(key_path, key)
    path.write_bytes(made.public_bytes(Encoding.PEM))
    return why


def _outdated(chain: Path, key: Path, names: Sequence[str], at: datetime) -> str:
    try:
        kept = x509.load_pem_x509_certificate(chain.read_bytes())
        load_pem_private_key(key.read_bytes(), None)
    except (FileNotFoundError, ValueError):
        return "there was none"
    known = kept.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    has = {str(name.value) for name in known}
    if set(names) - has:
        return "the bench's address has changed"
    return "" if kept.not_valid_after_utc - at > LEFT else "the old one had run out"


def _sign(kept: BenchCertificate, authority_key: Path, names: Sequence[str], at: datetime) -> None:
    authority = x509.load_pem_x509_certificate(kept.authority.read_bytes())
    signer = load_pem_private_key(authority_key.read_bytes(), None)
    assert isinstance(signer, ec.EllipticCurvePrivateKey)
    key = ec.generate_private_key(ec.SECP256R1())
    made = (
        x509.CertificateBuilder()
        .subject_name(x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, names[0][:64])]))
        .issuer_name(authority.subject)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(at - EARLIER)
        .not_valid_after(min(at + timedelta(days=DAYS), authority.not_valid_after_utc))
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(_usage(signs=False), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(x509.SubjectAlternativeName([_general(name) for name in names]), critical=False)
        .add_extension(
            x509.AuthorityKeyIdentifier.from_issuer_public_key(authority.public_key()),  # type: ignore[arg-type]
            critical=False,
        )
        .sign(signer, SHA256())
    )
    _write_key(kept.key, key)
    kept.chain.write_bytes(made.public_bytes(Encoding.PEM) + kept.authority.read_bytes())


def _usage(*, signs: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs, content_commitment=False, key_encipherment=False,
        data_encipherment=False, key_agreement=False, key_cert_sign=signs, crl_sign=signs,
        encipher_only=False, decipher_only=False,
    )  # fmt: skip


def _address(name: str) -> AnyAddress | None:
    try:
        return ip_address(name)
    except ValueError:
        return None


def _general(name: str) -> x509.GeneralName:
    address = _address(name)
    return x509.IPAddress(address) if address else x509.DNSName(name)


def _permit(name: str) -> x509.GeneralName:
    """This very name or address, and no other."""
    address = _address(name)
    return x509.IPAddress(ip_network(address)) if address else x509.DNSName(name)


def _private(name: str) -> bool:
    address = _address(name)
    if address:
        return any(_in(address, ip_network(net)) for net in PRIVATE)
    return any(name == known or name.endswith(f".{known}") for known in LOCAL_NAMES)


def _in(address: AnyAddress, net: IPv4Network | IPv6Network) -> bool:
    return address.version == net.version and address in net


def _within(authority: x509.Certificate, name: str) -> bool:
    if _private(name):
        return True
    allowed = authority.extensions.get_extension_for_class(x509.NameConstraints).value.permitted_subtrees
    return any(str(each.value) == str(_permit(name).value) for each in allowed or ())


def _write_key(path: Path, key: ec.EllipticCurvePrivateKey) -> None:
    """For its owner alone from the first byte."""
    path.unlink(missing_ok=True)
    with os.fdopen(os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as out:
        out.write(key.private_bytes(Encoding.PEM, PrivateFormat.PKCS8, NoEncryption()))
