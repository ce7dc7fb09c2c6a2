"""Open formats in and out: the record as page and PDF, the plant as YAML."""
