"""How much of what costs something one person or one address may ask for within an hour."""
