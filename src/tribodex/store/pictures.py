"""Pictures and sheets of jobs in the database."""

from __future__ import annotations

from datetime import UTC, datetime

from sqlalchemy import insert, literal_column, select
from sqlalchemy.orm import Session

from tribodex.core.errors import InvalidInput, NotFound
from tribodex.store.models import AttachmentRow, JobRow
from tribodex.usecases.ports import Attachment

# Bytes are written in hexadecimal, two letters each; and what stands round them.
AROUND = 4096


class KeepsPictures:
    """What a store does with pictures and sheets."""

    _session: Session

    def keep_attachment(self, job_id: str, kept: Attachment, recorded_at: datetime) -> None:
        """Keep a picture or sheet, and commit; the same content once more changes nothing. Raises
        NotFound.
        """
        if self._session.scalar(select(JobRow.number).where(JobRow.id == job_id)) is None:
            raise NotFound("There is no such job here.")
        self._fits(kept.data)
        row = {
            "job_id": job_id,
            "id": kept.id,
            "mime": kept.mime,
            "data": kept.data,
            "recorded_at": recorded_at.astimezone(UTC).replace(tzinfo=None),
        }
        self._session.execute(insert(AttachmentRow).prefix_with("IGNORE"), [row])
        self._session.commit()

    def _fits(self, data: bytes) -> None:
        """A statement longer than the database takes ends the connection: said before. Raises
        InvalidInput.
        """
        most = int(self._session.scalar(select(literal_column("@@max_allowed_packet"))) or 0)
        written = 2 * len(data) + AROUND
        if written > most:
            right = (
                "a smaller one, or max_allowed_packet of the database above"
                f" {written // 2**20 + 1} MB"
            )
            raise InvalidInput.at(
                "file",
                f"This database takes {most / 2**20:.0f} MB at once, and this file needs more.",
                right,
            )

    def attachment(self, job_id: str, attachment_id: str) -> Attachment | None:
        """A picture or sheet, in one query."""
        row = self._session.get(AttachmentRow, (job_id, attachment_id))
        return Attachment(row.id, row.mime, row.data) if row is not None else None

    def pictures(self, job_id: str) -> dict[str, bytes]:
        """Every photograph of a job by its id, in one query."""
        rows = self._session.execute(
            select(AttachmentRow.id, AttachmentRow.data).where(
                AttachmentRow.job_id == job_id, AttachmentRow.mime == "image/jpeg"
            )
        )
        return {row.id: row.data for row in rows}
