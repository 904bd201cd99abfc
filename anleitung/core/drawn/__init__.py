"""What is drawn of a phone: its rails of partitions and its chords, laid out and in words."""
