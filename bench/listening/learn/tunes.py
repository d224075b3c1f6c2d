"""
Free tunes that come with games and teachers' programs of Debian, as MIDI: which may be learned from, which are kept to check
by, and their beats. README.md names the packages and their licences.
"""
import functools
import glob
import gzip
import hashlib
import os
import random
import sys

sys.path.insert(0, os.path.join(os.path.dirname(os.path.abspath(__file__)), '..'))
import mixing
from keep_out import MIDI, TUNED_ON
from midilib import TempoMap, parse_midi, wad_lumps
from music.piece import Piece

PLACES = {'openmsx': '/usr/share/games/openttd/baseset/openmsx/*.mid', 'simutrans': '/usr/share/games/simutrans/music/*.mid',
          'planetblupi': '/usr/share/planetblupi/music/*.mid', 'freedink': '/usr/share/games/dink/dink/Sound/*.mid',
          'pianobooster': '/usr/share/doc/pianobooster/courses/**/*.mid*'}
WADS = '/usr/share/games/doom/{}.wad'
# Intervals in a row that two tunes may not share, and different ones that must be among them for it to say something.
SHARED, DIFFERENT = 12, 4


def read_all():
    """(name, MIDI data) of all tunes that are installed."""
    for place, pattern in PLACES.items():
        for path in sorted(glob.glob(pattern, recursive=True)):
            with (gzip.open if path.endswith('.gz') else open)(path, 'rb') as file:
                yield f'{place}/{os.path.basename(path).split(".mid")[0]}', file.read()
    for wad in ('freedoom1', 'freedoom2', 'freedm'):
        if os.path.exists(WADS.format(wad)):
            for lump, data in wad_lumps(WADS.format(wad)).items():
                yield f'{wad}/{lump}', data


def phrases(read):
    """Rows of twelve intervals of every channel but the drums."""
    found, keys = set(), {}
    for _, _, channel, key, _, _ in sorted(read['notes']):
        keys.setdefault(channel, []).append(key)
    for channel, row in keys.items():
        steps = [b - a for a, b in zip(row, row[1:])]
        for i in range(len(steps) - SHARED + 1) if channel != 9 else ():
            phrase = tuple(steps[i:i + SHARED])
            if len(set(phrase)) >= DIFFERENT:
                found.add(phrase)
    return found


def beats_of(read):
    """Beats and downbeats in seconds by the tempo map, and seconds of the first and last note."""
    times, division = TempoMap(read), read['div']
    signatures = [s for i, s in enumerate(read['timesigs']) if i + 1 == len(read['timesigs']) or read['timesigs'][i + 1][0] > s[0]]
    dotted = bool(signatures) and all(d == 8 and n % 3 == 0 for _, n, d in signatures)
    step = 1.5 if dotted else 1.
    beats, downs = [], []
    spans = signatures or [(0, 4, 4)]
    for i, (start, count, unit) in enumerate(spans):
        end = spans[i + 1][0] if i + 1 < len(spans) else read['end'] + 4 * division
        bar, k = count * 4 / unit, 0
        while start + k * step * division < end - 1e-6:
            at = times.sec(start + k * step * division)
            beats.append(at)
            if k * step % bar < 1e-6:
                downs.append(at)
            k += 1
    return beats, downs, step


def is_true(read, step):
    """Whether the notes bear the tempo map out: they lie on its beats and their parts, and more on the beats than between."""
    notes = [n for n in read['notes'] if n[4] >= 20]
    if len(notes) < 100:
        return False
    place = [n[0] / read['div'] / step % 1 for n in notes]
    near = lambda p, grid: abs(p - round(p / grid) * grid) <= 1 / 24
    share = sum(near(p, .25) or near(p, 1 / 3) for p in place) / len(place)
    weight = lambda n: n[4] * (2 if n[2] == 9 and 35 <= n[3] <= 40 or n[2] != 9 and n[3] < 48 else 1)
    on = sum(weight(n) for n, p in zip(notes, place) if min(p, 1 - p) < 1 / 12)
    off = sum(weight(n) for n, p in zip(notes, place) if abs(p - .5) < 1 / 12)
    on_beats = {round(n[0] / read['div'] / step) for n, p in zip(notes, place) if min(p, 1 - p) < 1 / 12}
    covered = len(on_beats) / max(1, read['end'] / read['div'] / step)
    return share >= .8 and covered >= .5 and on > 1.1 * off


def part_of(name):
    """Of four tunes one, by chance from its name, is not learned from: it is there to choose settings by or to report on."""
    chance = int(hashlib.sha256(name.encode()).hexdigest(), 16)
    return 'learn' if chance % 4 else ('choose', 'report')[chance // 4 % 2]


@functools.cache
def tunes():
    """(name, read MIDI, what it is for) of each tune that may be used: none that others measure by, each once."""
    kept_out, seen, found = set(), set(), []
    usable = []
    for name, data in read_all():
        try:
            read = parse_midi(data)
        except Exception:
            continue
        if hashlib.sha256(data).hexdigest() in MIDI or name in TUNED_ON:
            kept_out |= phrases(read)
        else:
            usable.append((name, read))
    for name, read in usable:
        own = phrases(read)
        _, _, step = beats_of(read)
        if own & kept_out or len(own & seen) > .2 * len(own) or not is_true(read, step):
            continue
        if TempoMap(read).sec(read['end']) < 20:
            continue
        seen |= own
        found.append((name, read, part_of(name)))
    return found


def tune_song(number, folder, part='learn'):
    """
    Sound, truth and what it is: a tune in another key and at another speed, from anywhere in it; those to report on as they
    are, one after another.
    """
    rng = random.Random(number ^ 0x71c3)
    choice = [t for t in tunes() if t[2] == part]
    as_it_is = part == 'report'
    name, read, _ = choice[number % len(choice)] if part != 'learn' else rng.choice(choice)
    times, division = TempoMap(read), read['div']
    beats, downs, _ = beats_of(read)
    speed = 1. if as_it_is else rng.uniform(.82, 1.2)
    up = 0 if as_it_is else rng.randint(-5, 5)
    length = times.sec(read['end'])
    begin = 0. if as_it_is else rng.uniform(0, max(0., length - 40))
    at = lambda seconds: (seconds - begin) * speed
    events, programs = [], {}
    for tick, lasts, channel, key, velocity, program in sorted(read['notes']):
        start = at(times.sec(tick))
        if programs.get(channel) != program:
            programs[channel] = program
            events.append((max(0., start), 'pc', channel, program, 0))
        if start >= 0:
            key = key if channel == 9 else min(127, max(0, key + up))
            events += [(start, 'on', channel, key, velocity), (max(start + .02, at(times.sec(tick + lasts))), 'off', channel, key, 0)]
    limit = 75. if as_it_is else 50.
    starts = [e[0] for e in events if e[1] == 'on' and e[0] < limit]
    seconds = min(limit, max(starts) + .5)
    inside = lambda t: min(starts) - .05 <= t <= max(starts) + .02
    piece = Piece(seconds, events, [at(t) for t in beats if inside(at(t))], [at(t) for t in downs if inside(at(t))], [], [], [], [], False)
    truth = {'beats': piece.beats}
    # Where the time signature is the usual one by default, the bars are a guess.
    if read['timesigs']:
        truth['downbeats'] = piece.downbeats
    return mixing.mastered(rng, mixing.played(rng, piece)), truth, {'source': 'tunes', 'style': name, 'beats': read['timesigs'][0][1] if read['timesigs'] else 4}
