"""A whole piece: sections, who plays in each, and every note, with the truth of what it holds."""
import math
import random
from dataclasses import dataclass, field

from .harmony import CIRCLES, SCALE_WEIGHTS, Key, voiced
from .metre import beat_times, weighted
from .parts import bass, chords, melody, off_beat
from .styles import STYLES

DRUM_CHANNEL = 9
# Keys of General MIDI for each row of a groove; one of them is taken for a piece.
DRUMS = {'kick': (36, 36, 35), 'snare': (38, 38, 40), 'rim': (37,), 'clap': (39,), 'hat': (42, 42, 44), 'pedal': (44,),
         'openhat': (46,), 'ride': (51, 59, 53), 'crash': (49, 57, 55), 'tom': (45, 43, 41, 47), 'bell': (56,), 'conga': (63, 62, 64),
         'wood': (76, 75, 37, 77), 'shaker': (70, 82, 69, 54), 'frame': (61, 64, 41)}
STROKE = {'kick': 110, 'snare': 106, 'rim': 96, 'clap': 102, 'hat': 74, 'pedal': 76, 'openhat': 86, 'ride': 80, 'crash': 96,
          'tom': 100, 'bell': 84, 'conga': 82, 'wood': 104, 'shaker': 66, 'frame': 92}

# Seconds without the low end from which its coming back is a drop.
LEAST_WITHOUT = 4.

# Programs of General MIDI by what they are good for.
PIANOS, GUITARS, DISTORTED = (0, 0, 0, 1, 2, 3, 4, 5, 6, 7), (24, 25, 25, 26, 27, 28), (29, 30, 30)
ORGANS, STRINGS, PADS = (16, 17, 18, 19, 21), (48, 49, 50, 51, 44), (88, 89, 90, 91, 92, 93, 94, 95, 52, 54)
MALLETS, LEADS, WINDS = (8, 9, 11, 12, 13, 14, 15, 46, 10), (80, 81, 82, 84, 87, 86), (56, 57, 60, 61, 62, 64, 65, 66, 68, 71, 73, 75, 72)
VOICES = (52, 53, 54, 40, 41, 42, 71, 73)
BASSES = (32, 33, 33, 34, 35, 36, 38, 39, 39, 43, 58)
BASS, CHORDS, LEAD, PAD, SECOND, SUNG = 1, 2, 3, 4, 5, 6


@dataclass
class Piece:
    """Events in seconds, as (time, kind, channel, a, b), and the truth: instants in seconds."""
    seconds: float
    events: list
    beats: list
    downbeats: list
    sections: list
    # (start, peak) of each rise, and the instants at which the bass comes in after one.
    rises: list
    drops: list
    # (start, end) of stretches without a pulse.
    pauses: list
    heavy: bool
    about: dict = field(default_factory=dict)


@dataclass
class Section:
    bar: int
    bars: int
    kind: str
    playing: set


# What plays in a section: chance of each part. `hats` is the groove without kick and snare, `off` its off-beats alone.
FORMS = {
    'intro': {'drums': .4, 'bass': .3, 'chords': .7, 'pad': .5, 'lead': .2, 'second': .3, 'sung': .05},
    'verse': {'drums': .9, 'bass': .9, 'chords': .8, 'pad': .3, 'lead': .15, 'second': .3, 'sung': .6},
    'chorus': {'drums': .97, 'bass': .97, 'chords': .95, 'pad': .5, 'lead': .45, 'second': .5, 'sung': .6},
    'build': {'drums': .5, 'bass': .2, 'chords': .6, 'pad': .7, 'lead': .3, 'second': .4, 'sung': .1},
    'drop': {'drums': 1, 'bass': 1, 'chords': .8, 'pad': .4, 'lead': .6, 'second': .4, 'sung': .1},
    'break': {'drums': .15, 'bass': .3, 'chords': .7, 'pad': .8, 'lead': .2, 'second': .4, 'sung': .4},
    'solo': {'drums': .9, 'bass': .9, 'chords': .6, 'pad': .2, 'lead': .97, 'second': .3, 'sung': 0},
}
ORDERS = [
    ('intro', 'verse', 'chorus', 'verse', 'chorus', 'break', 'chorus'),
    ('intro', 'build', 'drop', 'break', 'build', 'drop'),
    ('verse', 'verse', 'chorus', 'solo', 'chorus'),
    ('intro', 'verse', 'build', 'drop', 'break', 'drop'),
    ('chorus', 'verse', 'chorus', 'break', 'chorus'),
    ('intro', 'solo', 'solo', 'verse', 'solo'),
    ('verse', 'chorus', 'verse', 'chorus', 'verse', 'chorus'),
]


def sections_of(rng, bars, drums):
    """The sections of a piece of so many bars, each with what plays in it; some start after a phrase of odd length."""
    order = rng.choice(ORDERS)
    usual = rng.choice([4, 8, 8, 8, 16]) if rng.random() < .85 else rng.choice([6, 5, 7, 10, 12])
    found, bar, i = [], 0, rng.choice([0, 0, 0, 1, 2])
    while bar < bars:
        kind = order[i % len(order)]
        length = usual
        if kind in ('intro', 'build', 'break') and rng.random() < .4:
            length = max(2, usual // 2)
        if rng.random() < .06:
            length += rng.choice([-1, 1, 2])
        playing = {part for part, chance in FORMS[kind].items() if rng.random() < chance}
        if not drums:
            playing -= {'drums'}
            playing |= {'chords'} if not playing & {'chords', 'second', 'bass'} else set()
        elif not playing & {'drums', 'bass', 'chords', 'second'}:
            playing |= {'drums'}
        found.append(Section(bar, length, kind, playing))
        bar += length
        i += 1
    return found


def groove(rng, style):
    """Strokes of a bar as (place, row, loudness), with small changes to the written row."""
    metre, strokes = style.metre, []
    keep = rng.uniform(.35, 1)
    for row, cells in style.rows.items():
        cells = list(cells)
        if row == 'kick' and rng.random() < .35 and style.name not in ('click', 'hats alone'):
            cells[rng.randrange(1, len(cells))] = 'x'
        if row == 'kick' and rng.random() < .12 and cells.count('x') > 1:
            cells[[i for i, c in enumerate(cells) if c == 'x'][-1]] = '.'
        for i, cell in enumerate(cells):
            if cell == '.':
                continue
            accent = 1 if i % metre.grid == 0 or row in ('kick', 'snare', 'clap') else keep
            strokes.append((i / metre.grid, row, STROKE[row] * (.45 if cell == 'o' else 1) * accent))
    if rng.random() < .12 and 'hat' not in style.rows:
        strokes += [(b, 'shaker', 60) for b in range(metre.beats)]
    return strokes


class Writer:
    """Takes notes by beat and keeps them as events in seconds."""

    def __init__(self, rng, times, loose, swing):
        self.rng, self.times, self.loose, self.swing = rng, times, loose, swing
        self.gain, self.events = {}, []

    def at(self, beat):
        """Seconds of a place counted in beats."""
        i = min(max(0, math.floor(beat)), len(self.times) - 2)
        return self.times[i] + (beat - i) * (self.times[i + 1] - self.times[i])

    def swung(self, beat):
        return beat + self.swing * .25 if self.swing and abs(beat % .5 - .25) < 1e-6 else beat

    def note(self, beat, channel, key, loudness, length, later=0.):
        """A note from a beat on; `later` in seconds."""
        if not 0 <= key < 128:
            return
        velocity = int(max(8, min(127, loudness * self.gain.get(channel, 1) + self.rng.gauss(0, 5))))
        start = max(0., self.at(self.swung(beat)) + (self.rng.gauss(0, self.loose) if self.loose else 0) + later)
        self.events.append((start, 'on', channel, key, velocity))
        self.events.append((max(start + .03, self.at(beat + length) - .01), 'off', channel, key, 0))


def manner_of(rng, style):
    if style.name.startswith(('gallop', 'fast, rolling', 'blast', 'half-time, heavy')):
        return 'heavy'
    if style.name.startswith(('swing', 'jazz', 'five, swung')):
        return 'swing'
    if style.name in ('skank', 'one drop', 'steppers', 'polka', 'two-beat'):
        return 'skank'
    hard = style.name.startswith(('rock', 'fast', 'off-beat', 'half-time')) and style.slowest > 55
    odd = style.metre.beats in (5, 7, 3)
    return 'heavy' if hard and rng.random() < .4 or odd and rng.random() < .2 else 'plain'


def instruments(rng, manner, drums):
    """Program of each channel."""
    if not drums and rng.random() < .5:
        return {BASS: rng.choice([0, 43, 42, 32]), CHORDS: rng.choice([0, 0, 46, 24, 48, 6, 19]), LEAD: rng.choice([40, 73, 71, 68, 0]),
                PAD: rng.choice(STRINGS), SECOND: rng.choice([0, 46, 24, 45]), SUNG: rng.choice(VOICES)}
    heavy = manner == 'heavy'
    return {BASS: rng.choice(BASSES), CHORDS: rng.choice(DISTORTED if heavy else PIANOS + GUITARS + ORGANS),
            LEAD: rng.choice(DISTORTED + LEADS if heavy else LEADS + WINDS + MALLETS), PAD: rng.choice(STRINGS + PADS),
            SECOND: rng.choice(MALLETS + PIANOS + LEADS + GUITARS), SUNG: rng.choice(VOICES)}


def style_of(rng, drums, wanted):
    """A style and a tempo. Tempi are balanced: one is wanted first, and a style that is played at it is taken."""
    fitting = [s for s in STYLES if s.slowest <= wanted <= s.fastest]
    style = rng.choices(fitting, [s.weight / math.log(s.fastest / s.slowest) for s in fitting])[0]
    if not drums and style.name in ('click', 'hats alone', 'toms', 'toms, sparse'):
        style = STYLES[0]
    return style


def made(seed, seconds=50.):
    """The piece of a seed: always the same."""
    rng = random.Random(seed)
    drums = rng.random() > .2
    # Even over the logarithm of the tempo, a little denser in the middle.
    wanted = math.exp(rng.uniform(math.log(48), math.log(215))) if rng.random() < .6 else rng.triangular(60, 185, 112)
    style = style_of(rng, drums, wanted)
    tempo = float(round(wanted)) if rng.random() < .5 else wanted
    metre = style.metre
    bars = int(seconds * tempo / 60 / metre.beats) + 3
    # Bars of another length come in now and then.
    lengths = [metre.beats] * bars
    if metre.beats == 4 and rng.random() < .08:
        lengths[rng.randrange(bars)] = rng.choice([2, 6, 5])
    starts = [sum(lengths[:i]) for i in range(bars + 1)]
    count = starts[-1] + metre.beats
    times, way, waits = beat_times(rng, tempo, count, metre.beats, drums)
    swing = rng.choice([0, 0, 0, .12, .2, .3]) if style.swing else 0.
    manner = manner_of(rng, style)
    write = Writer(rng, times, rng.choice([0, 0, .003, .006, .012]), swing)
    programs = instruments(rng, manner, drums)
    for channel, program in programs.items():
        write.events += [(0, 'pc', channel, program, 0), (0, 'cc', channel, 10, rng.randint(20, 107))]
        write.gain[channel] = rng.uniform(.55, 1.1)
    write.gain[DRUM_CHANNEL] = rng.uniform(.7, 1.1)
    write.events.append((0, 'pc', DRUM_CHANNEL, rng.choice([0, 0, 0, 0, 8, 16, 24, 25, 32, 40]), 0))
    kit = {row: rng.choice(keys) for row, keys in DRUMS.items()}
    key = Key(rng.randrange(12), weighted(rng, SCALE_WEIGHTS))
    every = rng.choice([1, 1, 1, 2, 2, .5, 4])
    quiet = 'quiet' if not drums and rng.random() < .7 else manner

    def material():
        strokes = groove(rng, style)
        kicks = [place for place, row, _ in strokes if row == 'kick']
        return {'groove': strokes, 'bass': bass(rng, metre, kicks, manner), 'chords': chords(rng, metre, tempo, quiet),
                'second': chords(rng, metre, tempo, quiet), 'lead': melody(rng, metre, 2, False), 'sung': melody(rng, metre, 4, True),
                'circle': rng.choice(CIRCLES)}

    first, other = material(), material()
    if rng.random() < .5:
        other['groove'] = first['groove']
    other['circle'] = rng.choice([first['circle'], other['circle']])
    parts = {'verse': first, 'chorus': other, 'drop': other, 'solo': first, 'break': rng.choice([first, other]), 'intro': first,
             'build': rng.choice([first, other])}
    sections = sections_of(rng, bars, drums)
    rises, drops = [], []
    for number, section in enumerate(sections):
        play(rng, write, Playing(style, metre, key, kit, parts[section.kind], every, manner), section,
             sections[number + 1] if number + 1 < len(sections) else None, starts, bars, (rises, drops))
    end = min(seconds, write.at(starts[-1]))
    sounding = [e[0] for e in write.events if e[1] == 'on' and e[0] < end]
    lowest, highest = (min(sounding) - .05, max(sounding) + .02) if sounding else (0, 0)
    heard = lambda t: lowest <= t <= highest and t < end
    bar_lines = set(starts[:-1])
    return Piece(
        seconds=end, events=write.events,
        beats=[t for t in times[:-1] if heard(t)],
        downbeats=[times[b] for b in sorted(bar_lines) if heard(times[b])],
        sections=[times[starts[s.bar]] for s in sections if s.bar < bars and heard(times[starts[s.bar]])],
        rises=[(a, b) for a, b in rises if b < end], drops=[t for t in drops if t < end],
        pauses=[(times[b] - .1, times[b]) for b in waits if b < len(times)],
        heavy=manner == 'heavy',
        about={'style': style.name, 'tempo': tempo, 'way': way, 'drums': drums, 'beats': metre.beats, 'grid': metre.grid,
               'half_time': style.half_time, 'manner': manner})


@dataclass
class Playing:
    style: object
    metre: object
    key: Key
    kit: dict
    material: dict
    every: float
    manner: str


def play(rng, write, how, section, following, starts, bars, truth):
    """Writes all parts of a section, and notes rises and drops."""
    metre, material, playing = how.metre, how.material, set(section.playing)
    rises, drops = truth
    grooves = material['groove']
    # An intro, or a break, may have only part of the groove.
    thin = rng.choice(['off', 'hats', 'kick', 'all', 'all']) if section.kind in ('intro', 'break', 'build') else 'all'
    if section.kind in ('intro',) and 'drums' in playing and rng.random() < .25:
        thin = 'off beats'
    hatless, kickless = rng.random() < .06, rng.random() < .05
    crash = 'drums' in playing and rng.random() < .55
    last_bar = min(bars, section.bar + section.bars) - 1
    to_drop = following is not None and following.kind in ('drop', 'chorus') and section.kind in ('build', 'break', 'verse')
    silent = rng.choice([0, 0, 1, 2, metre.beats]) if to_drop and rng.random() < .4 else 0
    fill = 'drums' in playing and rng.random() < .5 and not silent
    roll = section.kind == 'build' and rng.random() < .7
    for bar in range(section.bar, min(bars, section.bar + section.bars)):
        start, length = starts[bar], starts[bar + 1] - starts[bar]
        cut = length - silent if bar == last_bar and silent else length
        inside = lambda place: place < min(cut, length) - 1e-6
        if 'drums' in playing:
            drum_bar(rng, write, how, grooves, start, cut, thin, hatless, kickless, fill and bar == last_bar, roll,
                     (bar - section.bar) / section.bars)
            if crash and bar == section.bar:
                write.note(start, DRUM_CHANNEL, rng.choice([49, 57, 55, 52]), 105, .5)
        degree = lambda place: material['circle'][chord_number(bar, place, length, how.every) % 4]
        if 'bass' in playing:
            for place, lasts, step in material['bass']:
                if inside(place):
                    root = 36 + (how.key.note(degree(place)) - 36) % 12 - (12 if how.key.note(degree(place)) % 12 > 8 else 0)
                    up = rng.choice([2, 3, 4, 5, 7, 9, 10, 12, -1, -3]) if step == 'walk' else step
                    write.note(start + place, BASS, root + up, 96 if place == 0 else 88, lasts)
        for part, channel, low in (('chords', CHORDS, 54), ('second', SECOND, 66)):
            if part in playing:
                chord_bar(rng, write, how, material[part], channel, low, start, inside, degree)
        if 'pad' in playing and (how.every < 1 or bar % max(1, int(how.every)) == 0) and cut > 0:
            for note in voiced(how.key.chord(degree(0)), 50):
                write.note(start, PAD, note, 70, cut * max(1, int(how.every)) * .98)
        for part, channel, span in (('lead', LEAD, 2), ('sung', SUNG, 4)):
            if part in playing and (bar - section.bar) % span == 0:
                for place, lasts, step in material[part]:
                    if start + place < starts[min(bars, section.bar + section.bars)] - silent:
                        write.note(start + place, channel, 60 + (how.key.note(step) - 60) % 36 - (12 if channel == SUNG else 0), 92, lasts)
    end = write.at(starts[min(bars, section.bar + section.bars)])
    # A drop is where bass and drums come in: the low end back after a while without, or what a build leads up to.
    low_end = 'bass' in playing or ('drums' in playing and thin in ('kick', 'all') and not kickless)
    led_up = section.kind == 'build' and following is not None and following.kind in ('drop', 'chorus')
    comes_in = following is not None and {'bass', 'drums'} <= set(following.playing) and (led_up or not low_end)
    if comes_in and section.bar + section.bars <= bars and end - write.at(starts[section.bar]) >= LEAST_WITHOUT:
        drops.append(end)
    if section.kind == 'build' and section.bar + section.bars <= bars:
        peak = end - (end - write.at(starts[min(bars, section.bar + section.bars)] - silent))
        rises.append((write.at(starts[section.bar]), peak))


def chord_number(bar, place, length, every):
    return int(bar / every) if every >= 1 else 2 * bar + (1 if place >= length / 2 else 0)


def chord_bar(rng, write, how, pattern, channel, low, start, inside, degree):
    for place, lasts, what, loud in pattern:
        if not inside(place):
            continue
        classes = how.key.chord(degree(place))
        notes = voiced(classes, low)
        if what == 'all':
            later = rng.choice([0, 0, 0, .008])
            for i, note in enumerate(notes):
                write.note(start + place, channel, note, 82 * loud, lasts, later * i)
        elif what == 'power':
            root = 40 + (classes[0] - 40) % 12
            write.note(start + place, channel, root, 94 * loud, lasts)
            write.note(start + place, channel, root + 7, 90 * loud, lasts)
        else:
            ladder = notes + [notes[0] + 12]
            write.note(start + place, channel, ladder[what % 4 if what % 8 < 4 else (-what) % 4], 78 * loud, lasts)


def drum_bar(rng, write, how, strokes, start, cut, thin, hatless, kickless, fill, roll, gone):
    """The drums of a bar; with a fill at its end, or a roll that gets denser as the section goes."""
    metre = how.metre
    filled = cut - rng.choice([1, 1, 2, cut, .5]) if fill else cut
    for place, row, loud in strokes:
        if place >= filled - 1e-6 or rng.random() < .02:
            continue
        on_beat = abs(place - round(place)) < 1e-6
        if thin == 'off beats' and (on_beat or row in ('kick', 'snare', 'clap', 'rim')):
            continue
        if thin == 'off' and row in ('kick', 'tom') or thin == 'hats' and row in ('kick', 'snare', 'clap', 'rim'):
            continue
        if thin == 'kick' and row not in ('kick', 'wood'):
            continue
        if hatless and row in ('hat', 'openhat', 'ride', 'shaker') or kickless and row == 'kick':
            continue
        write.note(start + place, DRUM_CHANNEL, how.kit[row], loud, .1)
    if thin == 'off beats':
        for beat in range(int(cut)):
            write.note(start + beat + off_beat(metre), DRUM_CHANNEL, how.kit[rng.choice(['openhat', 'hat'])], 84, .1)
    if roll:
        step = 1 if gone < .5 else .5 if gone < .75 else .25
        place = 0.
        while place < cut - 1e-6:
            write.note(start + place, DRUM_CHANNEL, how.kit['snare'], 46 + 62 * gone, .1)
            place += step
    if fill:
        step = 1 / 3 if metre.grid == 3 else .25
        keys = rng.choice([(38, 38, 48, 45), (38,), (48, 47, 45, 43), (38, 36), (50, 48, 41)])
        count = max(1, int((cut - filled) / step))
        for i in range(count):
            if rng.random() < .85:
                write.note(start + filled + i * step, DRUM_CHANNEL, keys[min(len(keys) - 1, i * len(keys) // count)], 90 + rng.randint(-10, 20), .1)
