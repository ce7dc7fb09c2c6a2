"""The chain over the log: what was stored can be shown not to have been changed since, by
whoever."""

from tribodex.usecases.chain.checking import ChainView, JobRows, check_heads, check_job
from tribodex.usecases.chain.links import (
    Head,
    LastSeen,
    Link,
    LogKeys,
    StoredEntry,
    first_of,
    head_of,
    link_of,
    stored_json,
)

__all__ = [
    "ChainView",
    "Head",
    "JobRows",
    "LastSeen",
    "Link",
    "LogKeys",
    "StoredEntry",
    "check_heads",
    "check_job",
    "first_of",
    "head_of",
    "link_of",
    "stored_json",
]
