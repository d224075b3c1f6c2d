"""
Patterns of one bar or two for the parts that play along: what is played at which place of the bar, in beats. Made by chance
in the manner of each part.
"""


def off_beat(metre):
    return 2 / 3 if metre.grid == 3 else .5


def bass(rng, metre, kicks, manner):
    """(place, length, step) of a bass: step in semitones above the root, or 'walk' for a free one."""
    off = off_beat(metre)
    beats = range(metre.beats)
    manners = {'one': 2, 'long': 1, 'halves': 1, 'beats': 2, 'eighths': 3, 'kick': 3, 'off': 1, 'octaves': 1, 'gallop': .7,
               'syncopated': 2}
    if manner == 'swing':
        manners = {'walk': 6, 'beats': 1, 'one': 1}
    elif manner == 'heavy':
        manners = {'eighths': 4, 'kick': 3, 'gallop': 2, 'beats': 1}
    way = rng.choices(list(manners), list(manners.values()))[0]
    if way == 'one':
        return [(0, metre.beats * .9, 0)]
    if way == 'long':
        return [(0, metre.beats * .98, 0)]
    if way == 'halves':
        return [(b, 1.8, rng.choice([0, 0, 7]) if b else 0) for b in range(0, metre.beats, 2)]
    if way == 'beats':
        return [(b, .8, 0 if b % 2 == 0 else rng.choice([0, 7, 0])) for b in beats]
    if way == 'eighths':
        return [(b + x, .42, 0) for b in beats for x in (0, off)]
    if way == 'kick':
        return [(x, .45, 0) for x in (sorted(set(kicks)) or [0])]
    if way == 'off':
        return [(b + off, .4, 0) for b in beats]
    if way == 'octaves':
        return [(b + x, .4, 12 if x else 0) for b in beats for x in (0, off)]
    if way == 'gallop':
        return [(b + x, .2, 0) for b in beats for x in ((0, 1 / 3, 2 / 3) if metre.grid == 3 else (0, .5, .75))]
    if way == 'walk':
        return [(b, .9, 0 if b == 0 else 'walk') for b in beats]
    starts = sorted({0.} | {b + rng.randrange(metre.grid) / metre.grid for b in beats if rng.random() < .8})
    return [(x, .5, 0 if i == 0 else rng.choice([0, 0, 7, 12, 3])) for i, x in enumerate(starts)]


def chords(rng, metre, tempo, manner):
    """(place, length, what, loudness) of a chord part: 'all', 'power' or the number of a note of an arpeggio."""
    off = off_beat(metre)
    beats = range(metre.beats)
    fine = [cell / metre.grid for cell in range(metre.grid)]
    manners = {'whole': 4, 'beats': 2, 'eighths': 2, 'off': 1.5, 'arpeggio': 2.5, 'fine arpeggio': 2, 'syncopated': 2, 'halves': 1.5,
               'charleston': 1, 'pushed': 1.5, 'after': 1}
    if metre.beats == 3 or metre.grid == 3 and metre.beats == 2:
        manners['after'] = 6
    if manner == 'heavy':
        manners = {'chugs': 4, 'power': 3, 'eighths': 2, 'whole': 1, 'syncopated': 1}
    elif manner == 'skank':
        manners = {'off': 6, 'whole': 1}
    elif manner == 'quiet':
        manners = {'fine arpeggio': 5, 'arpeggio': 4, 'whole': 3, 'beats': 2, 'after': 1, 'eighths': 1}
    way = rng.choices(list(manners), list(manners.values()))[0]
    first = lambda x: 1 if x == 0 else .82
    if way == 'whole':
        return [(0, metre.beats * .97, 'all', 1)]
    if way == 'halves':
        return [(b, 1.8, 'all', 1) for b in range(0, metre.beats, 2)]
    if way == 'beats':
        return [(b, .7, 'all', first(b)) for b in beats]
    if way == 'eighths':
        return [(b + x, .4, 'all', 1 if x == 0 else .75) for b in beats for x in (0, off)]
    if way == 'off':
        return [(b + off, .3, 'all', 1) for b in beats]
    if way == 'after':
        return [(b, .5, 'all', .85) for b in range(1, metre.beats)] if metre.grid != 3 or metre.beats > 2 else [
            (b + x, .3, 'all', .85) for b in beats for x in (1 / 3, 2 / 3)]
    if way == 'charleston':
        return [(0, .8, 'all', 1), (1 + off, .5, 'all', .9)]
    if way == 'pushed':
        return [(x, .7, 'all', 1) for x in (0, 1 + off, 3) if x < metre.beats]
    if way == 'arpeggio':
        return [(b + x, .6, 2 * b + i, first(b + x)) for b in beats for i, x in enumerate((0, off))]
    if way == 'fine arpeggio':
        cells = fine if tempo < 135 else (0, off)
        return [(b + x, .45, len(cells) * b + i, first(b + x)) for b in beats for i, x in enumerate(cells)]
    if way == 'chugs':
        cells = fine if tempo < 130 else (0, off)
        return [(b + x, .22, 'power', 1 if x == 0 else .8) for b in beats for x in cells]
    what = 'power' if way == 'power' else 'all'
    starts = sorted({b + rng.choice(fine) for b in beats if rng.random() < .75} | ({0} if way == 'power' else set())) or [0]
    return [(x, .45 if what == 'all' else .9, what, 1) for x in starts]


def melody(rng, metre, bars, singing):
    """(place, length, degree) of a tune of some bars; one that is sung moves in steps and rests between lines."""
    unit = 1 / metre.grid if metre.grid == 3 else .5
    notes, at, degree = [], rng.choice([0, 0, unit, -unit]) if singing else 0., rng.randrange(3, 10)
    dense = rng.choice([.5, .5, 1, 1, 2])
    while at < metre.beats * bars - .01:
        length = rng.choice([unit, unit, 1, 1, 2, 3 * unit]) if dense < 1 else rng.choice([1, 1, 2, 2, 3, unit])
        if at >= 0 and rng.random() < (.9 if singing else .8):
            notes.append((at, length * .94, degree))
            degree += rng.choice([-1, -1, 0, 1, 1, 2, -2] if singing else [-2, -1, -1, 0, 1, 1, 2, 3, -3, 4])
            degree = min(14, max(0, degree))
        at += length
        if singing and rng.random() < .12:
            at += rng.choice([1, 2])
    return notes
