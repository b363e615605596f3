"""api.routes"""
