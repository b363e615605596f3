"""core.planner"""
