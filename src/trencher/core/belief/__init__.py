"""core.belief"""
