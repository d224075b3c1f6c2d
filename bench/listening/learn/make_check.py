"""
Makes pieces that are not learned from, to choose settings by or to report on: made ones of other numbers, songs on grooves and
tunes that are held out for it, and sound without a pulse; as WAV files with a manifest, as the builders of the other sets do.
usage: /usr/bin/python3 make_check.py FOLDER choose|form|report
"""
import itertools
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

FIRST = {'choose': 900_000, 'form': 930_000, 'report': 960_000}
# Of tunes to report on each once, of those to choose by each in three ways. In `form` all have a rise or a drop, which few others do.
COUNTS = {'choose': {'made': 120, 'grooves': 80, 'tunes': 4, 'nobeat': 24}, 'form': {'made': 120, 'tunes': 0},
          'report': {'made': 40, 'grooves': 20, 'tunes': 1, 'nobeat': 10}}
MAKERS = {'made': lambda n, words, part: made_piece(n, words), 'grooves': groove_song, 'tunes': tune_song,
          'nobeat': lambda n, words, part: negative(n, words)}


def tempo_of(beats):
    return round(60 / float(np.median(np.diff(beats))), 3) if len(beats) > 4 else None


def main():
    folder, part = sys.argv[1], sys.argv[2]
    counts = dict(COUNTS[part])
    counts['tunes'] *= sum(of == part for _, _, of in tunes())
    os.makedirs(folder, exist_ok=True)
    items = []
    for category, count in counts.items():
        numbers = itertools.count(FIRST[part])
        for index in range(count):
            x, truth, about = MAKERS[category](next(numbers), os.path.join(folder, 'words'), part)
            while part == 'form' and not len(truth['rises']) and not len(truth['drops']):
                x, truth, about = MAKERS[category](next(numbers), os.path.join(folder, 'words'), part)
            file = f'{category}_{index:02d}.wav'
            with wave.open(os.path.join(folder, file), 'wb') as out:
                out.setnchannels(1)
                out.setsampwidth(2)
                out.setframerate(RATE)
                out.writeframes((x * 32767).astype('<i2').tobytes())
            seconds = lambda name: [round(float(t), 4) for t in truth.get(name, [])]
            # The first section starts with the music, which is nothing to find.
            cues = [{'t': t, 'kind': 'section'} for t in seconds('sections')[1:]] + [{'t': t, 'kind': 'drop'} for t in seconds('drops')]
            cues += [{'t': round(float(a), 4), 'kind': 'word'} for a, _ in truth.get('words', [])]
            for a, b in truth.get('rises', []):
                cues += [{'t': round(float(a), 4), 'kind': 'riser_start'}, {'t': round(float(b), 4), 'kind': 'riser_peak'}]
            items.append({'file': file, 'category': 'form' if part == 'form' else category, 'duration': len(x) / RATE, 'tempo': tempo_of(truth['beats']),
                          'beats': seconds('beats'), 'downbeats': seconds('downbeats') or None, 'onsets': None, 'cues': cues, 'about': about})
    with open(os.path.join(folder, 'manifest.json'), 'w') as out:
        json.dump({'items': items}, out)


if __name__ == '__main__':
    main()
