"""The pen as really framed: a design is built into a structure of sticks, panels and hardware."""
