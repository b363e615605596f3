"""core.day"""
