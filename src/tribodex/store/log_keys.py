"""The key that signs the log, and the memory of how far each log had come: files of the server's
account, outside the database.
"""

from __future__ import annotations

import hashlib
import logging
import os
import shutil
import threading
from collections.abc import Iterator
from pathlib import Path

from cryptography.exceptions import InvalidSignature
from cryptography.hazmat.primitives import serialization
from cryptography.hazmat.primitives.asymmetric.ed25519 import Ed25519PrivateKey, Ed25519PublicKey

from tribodex.usecases.chain import LastSeen

# Letters of a SHA-256.
DIGEST = 64
_LOG = logging.getLogger(__name__)
_RAW = (serialization.Encoding.Raw, serialization.PublicFormat.Raw)


class KeyFiles:
    """Keys and memory in a folder: `log.key` signs, `known/*.pub` are keys that signed before,
    `seen/` remembers.

    Made where missing. Safe between threads and processes: what is remembered is appended in single
    writes.
    """

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
        (folder / "known").mkdir(exist_ok=True, mode=0o700)
        self._private = _private_key(folder / "log.key")
        public = self._private.public_key()
        self.name = name_of(public)
        own = folder / "known" / f"{self.name}.pub"
        if not own.exists():
            own.write_bytes(
                public.public_bytes(
                    serialization.Encoding.PEM, serialization.PublicFormat.SubjectPublicKeyInfo
                )
            )
        self._known: dict[str, Ed25519PublicKey] = {self.name: public}
        self._lock = threading.Lock()

    def sign(self, message: bytes) -> bytes:
        """An Ed25519 signature."""
        return self._private.sign(message)

    def signed(self, name: str, message: bytes, signature: bytes) -> bool | None:
        """Whether a key made a signature; None where the key of this name is not known here."""
        public = self._public(name)
        if public is None:
            return None
        try:
            public.verify(signature, message)
        except InvalidSignature:
            return False
        return True

    def remember(self, job_id: str, seq: int, digest: str) -> None:
        """An entry was acknowledged. What cannot be written is said in the log: the entry itself is
        stored.
        """
        try:
            descriptor = os.open(self._seen(job_id), os.O_WRONLY | os.O_CREAT | os.O_APPEND, 0o600)
            try:
                os.write(descriptor, f"{job_id} {seq} {digest}\n".encode())
            finally:
                os.close(descriptor)
        except OSError as error:
            _LOG.warning("cannot remember entry %d of %s: %s", seq, job_id, error)

    def last_seen(self, job_id: str) -> LastSeen | None:
        """The newest entry of a job that was acknowledged; a line that a power cut left unfinished
        is no line.
        """
        return self.last_seen_in(self.folder / "seen", job_id)

    def last_seen_in(self, folder: Path, job_id: str) -> LastSeen | None:
        """The same of a memory that was put aside."""
        try:
            lines = b"\n" + (folder / _shard(job_id)).read_bytes()
        except OSError:
            return None
        sought, best = f"\n{job_id} ".encode(), None
        at = lines.rfind(sought)
        # Two writers may have come in each other's place: the highest of the newest few is it.
        for _ in range(8):
            if at < 0:
                break
            seq, _, digest = lines[at + len(sought) :].partition(b"\n")[0].decode().partition(" ")
            if seq.isdigit() and len(digest) == DIGEST and (best is None or int(seq) > best.seq):
                best = LastSeen(int(seq), digest)
            at = lines.rfind(sought, 0, at)
        return best

    def all_seen(self, folder: Path | None = None) -> Iterator[tuple[str, LastSeen]]:
        """Every name that is remembered with its newest entry, some at a time; of a memory that was
        put aside where that is named.
        """
        for file in sorted((folder or self.folder / "seen").glob("*.log")):
            newest: dict[str, LastSeen] = {}
            for line in file.read_text("utf-8", "replace").splitlines():
                name, _, rest = line.partition(" ")
                seq, _, digest = rest.partition(" ")
                if (
                    seq.isdigit()
                    and len(digest) == DIGEST
                    and int(seq) >= newest.get(name, LastSeen(0, "")).seq
                ):
                    newest[name] = LastSeen(int(seq), digest)
            yield from newest.items()

    def forget(self) -> Path | None:
        """Put the memory aside: another state of the database was chosen. Returns where it lies
        now.
        """
        seen = self.folder / "seen"
        if not seen.exists():
            return None
        number = 1
        while (aside := self.folder / f"seen-{number}").exists():
            number += 1
        seen.rename(aside)
        return aside

    def drop_memory(self) -> None:
        """Throw the memory away: the data that it is of is thrown away as well."""
        shutil.rmtree(self.folder / "seen", ignore_errors=True)

    def public_keys(self) -> dict[str, bytes]:
        """Every known public key as PEM, by its name."""
        return {
            file.stem: file.read_bytes() for file in sorted((self.folder / "known").glob("*.pub"))
        }

    def know(self, name: str, pem: bytes) -> None:
        """Keep a public key that signed elsewhere. Raises ValueError where it is not the key of its
        name.
        """
        public = serialization.load_pem_public_key(pem)
        if not isinstance(public, Ed25519PublicKey) or name_of(public) != name:
            raise ValueError(f"The key {name} is not what its name says.")
        (self.folder / "known" / f"{name}.pub").write_bytes(pem)

    def _public(self, name: str) -> Ed25519PublicKey | None:
        with self._lock:
            if name not in self._known and name.isalnum():
                try:
                    public = serialization.load_pem_public_key(
                        (self.folder / "known" / f"{name}.pub").read_bytes()
                    )
                except (OSError, ValueError):
                    return None
                if isinstance(public, Ed25519PublicKey) and name_of(public) == name:
                    self._known[name] = public
            return self._known.get(name)

    def _seen(self, job_id: str) -> Path:
        """The file that a job's line goes into; there are 256, so that none grows long."""
        folder = self.folder / "seen"
        folder.mkdir(exist_ok=True, mode=0o700)
        return folder / _shard(job_id)


def _shard(job_id: str) -> str:
    return f"{hashlib.sha256(job_id.encode()).hexdigest()[:2]}.log"


def name_of(public: Ed25519PublicKey) -> str:
    """A key's name: the first sixteen figures of its digest."""
    return hashlib.sha256(public.public_bytes(*_RAW)).hexdigest()[:16]


def _private_key(file: Path) -> Ed25519PrivateKey:
    """The key in a file, made where there is none; two that begin at once use the same."""
    if not file.exists():
        made = Ed25519PrivateKey.generate().private_bytes(
            serialization.Encoding.PEM,
            serialization.PrivateFormat.PKCS8,
            serialization.NoEncryption(),
        )
        part = file.with_name(f"log.key.{os.getpid()}")
        descriptor = os.open(part, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
        with os.fdopen(descriptor, "wb") as out:
            out.write(made)
            out.flush()
            os.fsync(out.fileno())
        try:
            os.link(part, file)
        except FileExistsError:
            pass
        finally:
            part.unlink()
    key = serialization.load_pem_private_key(file.read_bytes(), password=None)
    if not isinstance(key, Ed25519PrivateKey):
        raise ValueError(f"{file} holds no Ed25519 key.")
    return key
