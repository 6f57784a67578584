"""A motor on a line: the protocol, a stand-in that speaks it, and what plays a move on it."""
