"""service"""
