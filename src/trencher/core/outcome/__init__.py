"""core.outcome"""
