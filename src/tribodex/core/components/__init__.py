"""The parts: bearing, sleeve, nut, gauge sets, and the section that is drawn of them."""
