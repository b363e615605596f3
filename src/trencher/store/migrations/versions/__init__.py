"""store.migrations.versions"""
