"""store"""
