"""store.migrations"""
