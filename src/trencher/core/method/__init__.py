"""core.method"""
