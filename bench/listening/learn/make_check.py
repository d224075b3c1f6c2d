"""
Makes pieces to check by that were not learned from: made ones of other numbers, songs on grooves and tunes that are held out,
and sound without a pulse; as WAV files with a manifest, as the builders of the other sets do.
usage: /usr/bin/python3 make_check.py FOLDER
"""
import json
import os
import sys
import wave

import numpy as np

sys.path.insert(0, os.path.dirname(os.path.abspath(__file__)))
from grooves import groove_song
from make_data import made_piece, negative
from synth import RATE
from tunes import tune_song, tunes

FIRST = 900_000
SETS = (('made', 40, made_piece), ('grooves', 26, lambda n, words: groove_song(n, words, True)),
        ('tunes', sum(held for _, _, held in tunes()), lambda n, words: tune_song(n, words, True)), ('nobeat', 8, negative))


def tempo_of(beats):
    return round(60 / float(np.median(np.diff(beats))), 3) if len(beats) > 4 else None


def main():
    folder = sys.argv[1]
    os.makedirs(folder, exist_ok=True)
    items = []
    for category, count, make in SETS:
        for number in range(FIRST, FIRST + count):
            x, truth, about = make(number, os.path.join(folder, 'words'))
            file = f'{category}_{number - FIRST:02d}.wav'
            with wave.open(os.path.join(folder, file), 'wb') as out:
                out.setnchannels(1)
                out.setsampwidth(2)
                out.setframerate(RATE)
                out.writeframes((x * 32767).astype('<i2').tobytes())
            seconds = lambda name: [round(float(t), 4) for t in truth.get(name, [])]
            cues = [{'t': t, 'kind': 'section'} for t in seconds('sections')] + [{'t': t, 'kind': 'drop'} for t in seconds('drops')]
            cues += [{'t': round(float(a), 4), 'kind': 'word'} for a, _ in truth.get('words', [])]
            items.append({'file': file, 'category': category, 'duration': len(x) / RATE, 'tempo': tempo_of(truth['beats']),
                          'beats': seconds('beats'), 'downbeats': seconds('downbeats') or None, 'onsets': None, 'cues': cues, 'about': about})
    with open(os.path.join(folder, 'manifest.json'), 'w') as out:
        json.dump({'items': items}, out)


if __name__ == '__main__':
    main()
