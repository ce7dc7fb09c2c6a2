"""Compress the built files beside themselves (.br, .gz), so that serving them costs nothing."""

import gzip
import sys
from pathlib import Path

import brotli

WORTH = (".js", ".css", ".svg", ".json")

for path in Path(sys.argv[1]).iterdir():
    if path.suffix in WORTH and path.stat().st_size > 1024:
        data = path.read_bytes()
        path.with_name(f"{path.name}.gz").write_bytes(gzip.compress(data, 9, mtime=0))
        path.with_name(f"{path.name}.br").write_bytes(brotli.compress(data, quality=11))
