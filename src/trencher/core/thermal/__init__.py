"""core.thermal"""
