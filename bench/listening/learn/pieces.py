"""Crops of made pieces as the network is taught by: features changed by chance as files differ, and what it should say."""
import glob
import json
import os

import numpy as np

from net import OUTPUTS

BANDS = 48
# What the value is on a frame of an instant, and beside it.
NEAR = ((-2, .15), (2, .15), (-1, .6), (1, .6), (0, 1.))
# How far a section or a drop may be missed while learning, in frames.
WIDE = 12
# How often pieces of a source are given: music that people wrote is rare, and what is heard in the end.
OFTEN = {'grooves': 1.4, 'tunes': 1.7}


class Piece:
    def __init__(self, path):
        with np.load(path) as kept:
            self.features = kept['features']
            self.truth = {name: kept[name] for name in kept.files if name not in ('features', 'about')}
            self.about = json.loads(str(kept['about']))
        beats = self.truth['beats']
        tempo = 60 / np.median(np.diff(beats)) if len(beats) > 4 else 0
        # Slow pieces are rare and easily taken at double speed; half-time grooves can be counted both ways.
        slow = 2. if 0 < tempo < 72 else 1.5 if 0 < tempo < 92 else 1.
        self.weight = OFTEN.get(self.about['source'], 1.) * slow * (.4 if self.about.get('half_time') else 1)


def read(folder, sources, hours):
    """Pieces of so many hours, as many of each source as it has share; in the order of their numbers."""
    pieces = []
    for source, share in sources.items():
        frames = 0
        for path in sorted(glob.glob(os.path.join(folder, source, '*.npz'))):
            if frames > share * hours * 360_000:
                break
            if os.path.basename(path).count('.') > 1:
                continue
            pieces.append(Piece(path))
            frames += len(pieces[-1].features)
    return pieces


def middles(beats):
    """Frames half-way between beats that follow one another without a pause."""
    apart = np.diff(beats)
    return (beats[:-1] + apart / 2)[apart < 1.6 * np.median(apart)] if len(apart) else np.zeros(0)


class Crops:
    """Gives crops of `length` frames, by chance from a seed."""

    def __init__(self, pieces, length, seed):
        self.pieces, self.length = pieces, length
        self.rng = np.random.default_rng(seed)
        self.sums = np.cumsum([p.weight for p in pieces])

    def one(self):
        """Features as floats and the truth in frames, played up to a seventh faster or slower."""
        rng, length = self.rng, self.length
        piece = self.pieces[int(np.searchsorted(self.sums, rng.random() * self.sums[-1]))]
        speed = float(np.exp(rng.uniform(-.14, .14))) if rng.random() < .6 else 1.
        need = int(length * speed) + 2
        frames = piece.features
        start = int(rng.integers(-int(.15 * need), max(1, len(frames) - need + int(.15 * need))))
        at = start + np.arange(length) * speed
        left = np.floor(at).astype(int)
        inside = (left >= 0) & (left < len(frames) - 1)
        left = np.clip(left, 0, len(frames) - 2)
        x = frames[left].astype(np.float32)
        if speed != 1:
            part = (at - np.floor(at))[:, None].astype(np.float32)
            x = x * (1 - part) + frames[left + 1] * part
        x[~inside] = 0
        return x, {name: (times * 100 - start) / speed for name, times in piece.truth.items()}

    def curve(self, count, most, knots):
        return np.interp(np.arange(count), np.linspace(0, count - 1, knots), self.rng.uniform(-most, most, knots)).astype(np.float32)

    def joined(self, x, truth):
        """With some chance goes over to another piece, at times after a silence."""
        rng, length = self.rng, self.length
        if rng.random() > .12:
            return x, truth
        other, later = self.one()
        cut = int(rng.uniform(.25, .75) * length)
        gap = int(rng.uniform(50, 400)) if rng.random() < .3 else 0
        x[cut:] = other[cut:]
        x[cut:cut + gap] = 0
        both = {}
        for name in truth.keys() & later.keys():
            first = lambda t: t if t.ndim == 1 else t[:, 0]
            both[name] = np.concatenate([truth[name][first(truth[name]) < cut], later[name][first(later[name]) >= cut + gap]])
        return x, both

    def changed(self, x):
        """Another key, equaliser, level, band limit and floor of noise."""
        rng = self.rng
        x[:, BANDS:] = np.roll(x[:, BANDS:], int(rng.integers(12)), 1)
        if rng.random() < .7:
            tilt = self.curve(BANDS, rng.uniform(3, 35), int(rng.integers(2, 8)))
            x[:, :BANDS] += tilt
            x[:, BANDS:] += tilt[2:14].mean()
        if rng.random() < .12:
            x[:, int(rng.integers(18, 46)):BANDS] -= rng.uniform(40, 200)
        if rng.random() < .06:
            x[:, :int(rng.integers(1, 5))] -= rng.uniform(20, 120)
        x += rng.uniform(-60, 15)
        if rng.random() < .3:
            floor = rng.uniform(20, 110) + self.curve(BANDS, 20, 4)
            floor = np.concatenate([floor, np.full(12, floor[:14].mean() + 5, np.float32)])
            x = np.maximum(x, floor + rng.normal(0, 6, x.shape).astype(np.float32))
        if rng.random() < .15:
            # Bands hidden at a time, so that none is leaned on alone.
            low = int(rng.integers(0, BANDS - 8))
            x[:, low:low + int(rng.integers(2, 9))] = rng.uniform(0, 60)
        return np.clip(x, 0, 255)

    def crop(self):
        """Features (60, length), what to say (outputs, length), and what of it is known (outputs)."""
        x, truth = self.joined(*self.one())
        wanted = np.zeros((len(OUTPUTS), self.length), np.float32)
        known = np.ones(len(OUTPUTS), np.float32)
        if 'beats' in truth:
            truth['middles'] = middles(truth['beats'])
        instants = {'beat': 'beats', 'downbeat': 'downbeats', 'section': 'sections', 'drop': 'drops', 'between': 'middles'}
        for i, name in enumerate(OUTPUTS):
            if name in instants:
                known[i] = instants[name] in truth
                for frame in truth.get(instants[name], ()):
                    self.mark(wanted[i], frame, WIDE if name in ('section', 'drop') else 0)
            elif name == 'rise':
                known[i] = 'rises' in truth
                for a, b in truth.get('rises', ()):
                    wanted[i, max(0, int(a)):max(0, int(b))] = 1
            else:
                known[i] = 'words' in truth
                for a, b in truth.get('words', ()):
                    if name == 'voice':
                        wanted[i, max(0, int(a)):max(0, int(b))] = 1
                    else:
                        self.mark(wanted[i], a, 0)
        return self.changed(x).T, wanted, known

    def mark(self, row, frame, wide):
        at = int(np.round(frame))
        if wide:
            row[max(0, at - wide):max(0, at + wide + 1)] = 1
            return
        for by, value in NEAR:
            if 0 <= at + by < len(row):
                row[at + by] = max(row[at + by], value)

    def batch(self, count):
        crops = [self.crop() for _ in range(count)]
        return tuple(np.stack([c[k] for c in crops]) for k in range(3))
