"""Where readings come from outside the screen. The pretend devices are in ``sim``."""
