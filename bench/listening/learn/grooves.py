"""Songs on the grooves that come with MMA (GPL-2+), chords and order by chance."""
import glob
import math
import os
import random
import re
import subprocess
import sys
import tempfile

sys.path.insert(0, os.path.join(os.path.dirname(os.path.abspath(__file__)), '..'))
import mixing
from keep_out import is_kept_out
from midilib import TempoMap, parse_midi
from music.piece import Piece

CHORDS = ['C', 'Dm', 'Em', 'F', 'G', 'Am', 'C7', 'G7', 'Fmaj7', 'Dm7', 'Em7', 'Am7', 'D7', 'A7', 'E7', 'Bb', 'Cmaj7', 'Fm', 'Bm7b5', 'Eb', 'Ab']
# Beats a minute at which grooves are played, by what their names hold.
TEMPI = [(('slow', 'ballad', 'lullaby', 'chorale'), 52, 92), (('fast', 'march', 'bluegrass', 'punk', 'metal', 'quick'), 115, 200),
         (('bop', 'dixie', 'gypsy', 'foxtrot', 'jive', 'boogie', 'jazz', 'quickstep'), 105, 220), (('waltz',), 85, 190),
         (('funk', 'soul', 'hiphop', 'rap', '16beat', 'rnb', 'reggae', 'bolero', 'rumba', 'rhumba'), 72, 125)]
# Of so many files of grooves one is kept to choose settings by, another to report on; the others are learned from.
OUT_OF, CHOOSE, REPORT = 16, 8, 0
_found = []


def part_of(index):
    """What the file of grooves of that place in the list is for."""
    return {CHOOSE: 'choose', REPORT: 'report'}.get(index % OUT_OF, 'learn')


def grooves(part='learn'):
    """(file, names, beats of a bar, whether its beats are dotted) of each file of grooves to learn from, choose or report by."""
    if not _found:
        for path in sorted(glob.glob('/usr/share/mma/lib/**/*.mma', recursive=True)):
            text = open(path, encoding='latin1').read()
            beats = re.search(r'^\s*Time\s+(\d+)', text, re.M | re.I)
            signature = re.search(r'^\s*Timesig\s+(\d+)[ /]+(\d+)', text, re.M | re.I)
            names = [n for n in re.findall(r'^\s*DefGroove\s+(\S+)', text, re.M | re.I) if not is_kept_out(n)]
            if is_kept_out(os.path.basename(path)[:-4]) or not names or not beats:
                continue
            # In three or six quarters of a bar of eighths the beat is dotted; in two or four the quarters are the dotted beats.
            dotted = signature is not None and signature.group(2) == '8' and int(beats.group(1)) % 3 == 0
            _found.append((path, names, int(beats.group(1)), dotted))
    # Metronomes mark beats only, of which nobody can hear how they are grouped.
    return [g for i, g in enumerate(_found) if part_of(i) == part and 'metronome' not in os.path.basename(g[0])]


def written(rng, part):
    """The text of a song, beats of its bars and whether they are dotted, its tempo, and the name of its file of grooves."""
    path, names, beats, dotted = rng.choice(grooves(part))
    name = os.path.basename(path).lower()
    low, high = next(((a, b) for words, a, b in TEMPI if any(w in name for w in words)), (85, 160))
    if dotted:
        low, high = 50, 100
    tempo = math.exp(rng.uniform(math.log(low), math.log(high)))
    quarter = tempo * 1.5 if dotted else tempo
    lines = [f'RndSeed {rng.randrange(1, 99999)}', f'Include {path}', f'Tempo {quarter:.2f}']
    circle = [rng.choice(CHORDS) for _ in range(rng.choice([4, 8, 8, 16]))]
    held = rng.choice([1, 1, 1, 2])
    for bar in range(int(52 * quarter / 60 / beats) + 2):
        if bar % 8 == 0:
            lines.append('Groove ' + (rng.choice(names) if bar else names[0]))
        lines.append(f'{bar + 1} {circle[bar // held % len(circle)]}')
    return '\n'.join(lines) + '\n', beats, dotted, tempo, name


def groove_song(number, folder, part='learn'):
    """Sound, truth and what it is, of the song of a number."""
    rng = random.Random(number ^ 0x33a1)
    text, beats, dotted, tempo, name = written(rng, part)
    with tempfile.TemporaryDirectory() as work:
        song, midi = os.path.join(work, 'song.mma'), os.path.join(work, 'song.mid')
        with open(song, 'w') as file:
            file.write(text)
        subprocess.run(['mma', song, '-f', midi], check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, timeout=60)
        with open(midi, 'rb') as file:
            read = parse_midi(file.read())
    times, division = TempoMap(read), read['div']
    events, programs = [], {}
    for tick, lasts, channel, key, velocity, program in sorted(read['notes']):
        start = times.sec(tick)
        if programs.get(channel) != program:
            programs[channel] = program
            events.append((start, 'pc', channel, program, 0))
        events += [(start, 'on', channel, key, velocity), (max(start + .02, times.sec(tick + lasts)), 'off', channel, key, 0)]
    starts = [e[0] for e in events if e[1] == 'on' and e[0] < 50]
    seconds = min(50., max(starts) + .5)
    step = 1.5 if dotted else 1.
    count = int(read['end'] / division / step) + 1
    inside = lambda t: min(starts) - .05 <= t <= max(starts) + .02
    at = [times.sec(k * step * division) for k in range(count)]
    a_bar = max(1, round(beats / step))
    found = [t for t in at if inside(t)]
    piece = Piece(seconds, events, found, [t for t in at[::a_bar] if inside(t)], [], [], [], [], False)
    truth = {'beats': piece.beats, 'downbeats': piece.downbeats}
    return mixing.mastered(rng, mixing.played(rng, piece)), truth, {'source': 'grooves', 'style': name, 'tempo': tempo, 'beats': a_bar}
