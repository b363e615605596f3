"""core.catalogue"""
