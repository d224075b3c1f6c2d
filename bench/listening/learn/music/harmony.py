"""Scales, chords and where they change."""

SCALES = {
    'major': (0, 2, 4, 5, 7, 9, 11),
    'minor': (0, 2, 3, 5, 7, 8, 10),
    'dorian': (0, 2, 3, 5, 7, 9, 10),
    'mixolydian': (0, 2, 4, 5, 7, 9, 10),
    'phrygian': (0, 1, 3, 5, 7, 8, 10),
}
SCALE_WEIGHTS = {'major': 4, 'minor': 4, 'dorian': 1.5, 'mixolydian': 1.5, 'phrygian': .5}

# Roots of four chords by degree of the scale, each a circle that many songs go round.
CIRCLES = [(0, 5, 3, 4), (0, 3, 4, 4), (0, 4, 5, 3), (5, 3, 0, 4), (0, 0, 3, 4), (1, 4, 0, 5), (0, 3, 0, 4), (0, 2, 3, 4),
           (5, 4, 3, 4), (0, 6, 3, 0), (0, 0, 0, 0), (0, 0, 5, 5), (0, 1, 3, 0), (0, 5, 1, 4), (3, 4, 2, 5), (0, 3, 6, 2)]


class Key:
    """A root and a scale; notes are counted by degree."""

    def __init__(self, root, scale):
        self.root = root
        self.scale = SCALES[scale]

    def note(self, degree):
        """Semitones of a degree above the root of octave 0."""
        return self.root + self.scale[degree % 7] + 12 * (degree // 7)

    def chord(self, degree, seventh=False):
        """Pitch classes of the chord on a degree, root first."""
        return [self.note(degree + step) % 12 for step in ((0, 2, 4, 6) if seventh else (0, 2, 4))]


def voiced(classes, low):
    """A chord in close position: each class in the octave from `low` on, from below."""
    return sorted(low + (c - low) % 12 for c in classes)
