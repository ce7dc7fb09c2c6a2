"""The site's own certificate authority and the certificate of this server, made where missing and
renewed in time.

X.509 after RFC 5280, keys ECDSA P-256. The authority may vouch for the names of this server and for
nothing else (name constraints), so that a device that trusts it is not open to anybody who steals
its key.
"""

from __future__ import annotations

import ipaddress
import os
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

# Devices refuse a server's certificate that is valid for longer than 825 days, some than 398.
VALID, RENEWED_BEFORE = timedelta(days=397), timedelta(days=30)
VALID_AUTHORITY = timedelta(days=20 * 365)
# The longest name that a certificate’s subject holds (RFC 5280, appendix A); the names that count
# stand beside it in full.
MOST_NAME = 64
# Clocks of devices are off.
EARLIER = timedelta(days=2)


@dataclass(frozen=True)
class SiteCertificate:
    """Files of the certificate: `chain` and `key` for the server, `authority` for devices; the
    authority's SHA-256; whether it was made now.
    """

    chain: Path
    key: Path
    authority: Path
    fingerprint: str
    new_authority: bool
    new: bool


def site_certificate(
    folder: Path, names: Sequence[str], now: datetime | None = None
) -> SiteCertificate:
    """The certificate for these names, of a kind that is valid for at least thirty days more. `now`
    in UTC.
    """
    now = now or datetime.now(UTC)
    wanted = [_general(name) for name in dict.fromkeys(names)]
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    authority, authority_key = folder / "site.crt", folder / "site.key"
    new_authority = not (authority.exists() and _vouches(authority, wanted, now))
    if new_authority:
        _make_authority(authority, authority_key, wanted, now)
    chain, key = folder / "server.crt", folder / "server.key"
    new = new_authority or not (chain.exists() and _still_good(chain, wanted, now))
    if new:
        _make_server(chain, key, authority, authority_key, wanted, now=now)
    figures = _read(authority).fingerprint(hashes.SHA256()).hex()
    return SiteCertificate(
        chain,
        key,
        authority,
        " ".join(figures[at : at + 4] for at in range(0, 64, 4)),
        new_authority,
        new,
    )


def _general(name: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ipaddress.ip_address(name))
    except ValueError:
        return x509.DNSName(name)


def _subtree(name: x509.GeneralName) -> x509.GeneralName:
    """A name as a constraint: an address alone is a network of one."""
    return (
        x509.IPAddress(ipaddress.ip_network(name.value))
        if isinstance(name, x509.IPAddress)
        else name
    )


def _make_authority(
    file: Path, key_file: Path, names: Sequence[x509.GeneralName], now: datetime
) -> None:
    key = ec.generate_private_key(ec.SECP256R1())
    who = x509.Name(
        [x509.NameAttribute(NameOID.COMMON_NAME, f"Tribodex site, {names[0].value}"[:MOST_NAME])]
    )
    made = (
        _begun(who, who, key.public_key(), now, VALID_AUTHORITY)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(_usage(signs_certificates=True), critical=True)
        .add_extension(
            x509.NameConstraints([_subtree(name) for name in names], None), critical=True
        )
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .sign(key, hashes.SHA256())
    )
    _keep(key_file, _private(key))
    _keep(file, made.public_bytes(serialization.Encoding.PEM))


def _make_server(
    file: Path,
    key_file: Path,
    authority: Path,
    authority_key: Path,
    names: Sequence[x509.GeneralName],
    *,
    now: datetime,
) -> None:
    issuer = _read(authority)
    signs = serialization.load_pem_private_key(authority_key.read_bytes(), password=None)
    assert isinstance(signs, ec.EllipticCurvePrivateKey)  # it was made above
    key = ec.generate_private_key(ec.SECP256R1())
    who = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, str(names[0].value)[:MOST_NAME])])
    made = (
        _begun(who, issuer.subject, key.public_key(), now, VALID)
        .add_extension(x509.SubjectAlternativeName(names), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(_usage(signs_certificates=False), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(
            x509.AuthorityKeyIdentifier.from_issuer_public_key(signs.public_key()), critical=False
        )
        .sign(signs, hashes.SHA256())
    )
    _keep(key_file, _private(key))
    _keep(file, made.public_bytes(serialization.Encoding.PEM) + authority.read_bytes())


def _begun(
    who: x509.Name,
    issuer: x509.Name,
    key: ec.EllipticCurvePublicKey,
    now: datetime,
    valid: timedelta,
) -> x509.CertificateBuilder:
    begun = (
        x509.CertificateBuilder()
        .subject_name(who)
        .issuer_name(issuer)
        .public_key(key)
        .serial_number(x509.random_serial_number())
    )
    return begun.not_valid_before(now - EARLIER).not_valid_after(now + valid)


def _usage(*, signs_certificates: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs_certificates,
        content_commitment=False,
        key_encipherment=False,
        data_encipherment=False,
        key_agreement=False,
        key_cert_sign=signs_certificates,
        crl_sign=signs_certificates,
        encipher_only=False,
        decipher_only=False,
    )


def _vouches(file: Path, names: Sequence[x509.GeneralName], now: datetime) -> bool:
    """Whether the authority covers all the names, for longer than a server's certificate is
    valid."""
    made = _read(file)
    permitted = (
        made.extensions.get_extension_for_class(x509.NameConstraints).value.permitted_subtrees or []
    )
    return {_subtree(name) for name in names} <= set(
        permitted
    ) and made.not_valid_after_utc > now + VALID


def _still_good(file: Path, names: Sequence[x509.GeneralName], now: datetime) -> bool:
    made = _read(file)
    stands = set(made.extensions.get_extension_for_class(x509.SubjectAlternativeName).value)
    return stands == set(names) and made.not_valid_after_utc > now + RENEWED_BEFORE


def _read(file: Path) -> x509.Certificate:
    return x509.load_pem_x509_certificate(file.read_bytes())


def _private(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )


def _keep(file: Path, data: bytes) -> None:
    """Whole or not at all, and for this account alone."""
    part = file.with_name(f"{file.name}.part")
    part.unlink(missing_ok=True)
    descriptor = os.open(part, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    with os.fdopen(descriptor, "wb") as out:
        out.write(data)
        out.flush()
        os.fsync(out.fileno())
    part.rename(file)
