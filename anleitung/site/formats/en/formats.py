"""How English pages write a date."""

DATE_FORMAT = "j F Y"
