"""What the frame must bear when it is lifted, dragged or snowed on, against what it can."""
