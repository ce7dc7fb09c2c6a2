"""How warm a bearing runs: readings as brackets against time, where they level out, what is too
hot, what a purge looks like.
"""
