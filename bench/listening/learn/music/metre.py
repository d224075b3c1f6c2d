"""Where the beats of a piece lie in time: metres and the ways in which a tempo goes."""
import math
from dataclasses import dataclass


@dataclass(frozen=True)
class Metre:
    """A bar of `beats`, each of `grid` cells: 4 for sixteenths in quarters, 3 for triplets or dotted quarters."""
    beats: int
    grid: int

    @property
    def cells(self):
        return self.beats * self.grid


# Ways in which a tempo goes, with how often each is taken. Free ways are more usual without drums.
WITH_DRUMS = {'steady': 62, 'drift': 14, 'sway': 4, 'steps': 8, 'ramp': 6, 'rubato': 2, 'pause': 4}
WITHOUT = {'steady': 34, 'drift': 20, 'sway': 8, 'steps': 6, 'ramp': 8, 'rubato': 20, 'pause': 4}


def weighted(rng, weights):
    """One key of a dictionary of weights."""
    return rng.choices(list(weights), list(weights.values()))[0]


def beat_times(rng, tempo, count, bar_beats, drums):
    """
    Seconds of `count` + 1 beats from about `tempo` beats a minute on, the name of the way the tempo goes, and the beats
    after which the music waits (a pause: no pulse goes on there).
    """
    way = weighted(rng, WITH_DRUMS if drums else WITHOUT)
    period = rng.uniform(16, 60)
    depth = rng.uniform(.02, .09)
    end = rng.choice([.6, .75, .85, 1.2, 1.3, 1.5])
    spread = rng.uniform(.001, .01)
    phrase = 4 * bar_beats
    changes = {}
    if way == 'steps':
        for _ in range(rng.choice([1, 1, 2, 3])):
            changes[bar_beats * rng.randrange(1, max(2, count // bar_beats))] = math.exp(rng.uniform(-.35, .35))
    waits = {}
    if way == 'pause':
        for _ in range(rng.choice([1, 1, 2])):
            waits[bar_beats * rng.randrange(2, max(3, count // bar_beats))] = rng.uniform(.7, 3.5)
    times, at, walk, step = [], rng.choice([0, 0, rng.uniform(0, 3)]), 0., 1.
    slows = rng.random() < .8
    for beat in range(count + 1):
        at += waits.get(beat, 0)
        times.append(at)
        factor = 1.
        if way == 'drift':
            walk = .98 * walk + rng.gauss(0, spread)
            factor = math.exp(walk)
        elif way == 'sway':
            factor = 1 + depth * math.sin(2 * math.pi * beat / period)
        elif way == 'rubato':
            walk = .85 * walk + rng.gauss(0, .025)
            place = beat % phrase / phrase
            factor = math.exp(walk) * (1 + depth * math.sin(2 * math.pi * place)) * (.78 if slows and place > .88 else 1)
        elif way == 'steps':
            step = changes.get(beat, step)
            factor = step
        elif way == 'ramp':
            factor = 1 + (end - 1) * beat / count
        at += 60 / min(280, max(35, tempo * factor))
    return times, way, sorted(waits)
