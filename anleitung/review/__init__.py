"""What leads from a draft to a published state: the gate, readings, remarks, publishing."""
