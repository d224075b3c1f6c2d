"""
Makes pieces to learn from: sound by script, kept as features with the truth of what is in it.
usage: /usr/bin/python3 make_data.py FOLDER made|grooves|tunes|negatives FIRST COUNT
A piece is made from its number alone, so that the same numbers give the same pieces; those that are there are left.
"""
import json
import os
import random
import sys

import numpy as np

sys.path.insert(0, os.path.dirname(os.path.abspath(__file__)))
import mixing
import voices
from features import features
from grooves import groove_song
from music.piece import made
from synth import RATE, synth
from tunes import tune_song

SUNG = 6


def kept(path, x, truth, about):
    """Writes a piece: features, and the truth in seconds; a truth that is not known is left out."""
    arrays = {name: np.asarray(value, np.float32) for name, value in truth.items()}
    partial = f'{path}.{os.getpid()}.npz'
    np.savez(partial, features=features(x), about=json.dumps(about), **arrays)
    os.replace(partial, path)


def with_voice(rng, piece, folder):
    """What is said or sung in a piece, and when: the notes of its singing part are then taken out of it."""
    if any(e[2] == SUNG for e in piece.events) and rng.random() < .55:
        notes = sung_notes(piece.events)
        piece.events = [e for e in piece.events if e[2] != SUNG]
        return voices.song(rng, notes, piece.seconds, folder)
    if rng.random() < .14:
        return voices.speech(rng, piece.seconds, folder)
    return None, []


def sung_notes(events):
    """(start, key, length) of the notes of the singing part, in order."""
    open_, notes = {}, []
    for time, kind, channel, key, velocity in sorted(events, key=lambda e: e[0]):
        if channel != SUNG:
            continue
        if kind == 'on':
            open_[key] = time
        elif kind == 'off' and key in open_:
            start = open_.pop(key)
            notes.append((start, key, time - start))
    return sorted(notes)


def made_piece(number, folder):
    piece = made(number)
    rng = random.Random(number ^ 0x5bd1)
    voice, spans = with_voice(rng, piece, folder)
    x = mixing.played(rng, piece)
    x, rises = mixing.with_rises(rng, x.astype(np.float32), piece.rises)
    if voice is not None:
        x = x / mixing.peak(x) + voice[:len(x)] * rng.uniform(.35, 1.4) if len(voice) >= len(x) else x
    truth = {'beats': piece.beats, 'downbeats': piece.downbeats, 'sections': piece.sections, 'rises': np.reshape(rises, (-1, 2)),
             'drops': piece.drops, 'words': np.reshape(spans, (-1, 2))}
    return mixing.mastered(rng, x), truth, {'source': 'made', **piece.about}


def negative(number, folder):
    """Sound without a pulse: noise, talk, free chords, strokes without metre."""
    rng = random.Random(number ^ 0x9e37)
    seconds, kind = 40., rng.choice(['noise', 'talk', 'chords', 'chords', 'strokes', 'strokes', 'chords and strokes'])
    spans, events, at = [], [], rng.uniform(0, 2)
    if kind == 'noise':
        x = mixing.coloured(mixing.chance_of(rng), int(seconds * RATE), rng.uniform(0, 2))
    elif kind == 'talk':
        x, spans = voices.speech(rng, seconds, folder)
    else:
        for channel in (0, 1):
            events.append((0, 'pc', channel, rng.choice([0, 11, 46, 12, 48, 49, 50, 89, 90, 91, 95, 19, 52, 24]), 0))
        while 'chords' in kind and at < seconds:
            length = rng.uniform(.4, 12)
            for key in rng.sample(range(45, 76), rng.randint(1, 4)):
                events += [(at, 'on', 0, key, rng.randint(45, 90)), (at + length, 'off', 0, key, 0)]
            at += length * rng.uniform(.8, 1.2)
        at = 1.
        while 'strokes' in kind and at < seconds:
            channel = 9 if rng.random() < .7 else 1
            key = rng.choice([35, 36, 38, 41, 47, 49]) if channel == 9 else rng.randrange(40, 80)
            events += [(at, 'on', channel, key, rng.randint(60, 125)), (at + .5, 'off', channel, key, 0)]
            at += rng.expovariate(1.3) + .05 if rng.random() < .5 else rng.uniform(.25, 3)
        x = synth(rng.choice([0, 1])).render(events, seconds, True)
    truth = {'beats': [], 'downbeats': [], 'sections': [], 'rises': np.zeros((0, 2)), 'drops': [], 'words': np.reshape(spans, (-1, 2))}
    return mixing.mastered(rng, x), truth, {'source': 'negatives', 'kind': kind}


def main():
    folder, source, first, count = sys.argv[1], sys.argv[2], int(sys.argv[3]), int(sys.argv[4])
    make = {'made': made_piece, 'negatives': negative, 'grooves': groove_song, 'tunes': tune_song}[source]
    into = os.path.join(folder, source)
    os.makedirs(into, exist_ok=True)
    for number in range(first, first + count):
        path = os.path.join(into, f'{number:06d}.npz')
        if not os.path.exists(path):
            kept(path, *make(number, os.path.join(folder, 'words')))


if __name__ == '__main__':
    main()
