"""formats"""
