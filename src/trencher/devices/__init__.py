"""devices"""
