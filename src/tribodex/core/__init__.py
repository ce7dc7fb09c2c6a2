"""Engineering and the job, pure: in go values, out come results with their working. No clock, no
files, no network.
"""
