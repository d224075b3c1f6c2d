"""Music made by script, with exact truth of beats, bars, sections, rises and drops."""
