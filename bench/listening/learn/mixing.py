"""What happens to music on its way to a file: amplifiers, side-chain, risers, voices over it, rooms, limiters, bands, crackle."""
import numpy as np

from synth import BLOCK, RATE, SOUNDFONT_WEIGHTS, drums_by_formula, synth

DRUMS, BASS, SUNG = 9, 1, 6


def peak(x):
    return max(float(np.abs(x).max()) if len(x) else 0., 1e-9)


def chance_of(rng):
    return np.random.default_rng(rng.randrange(1 << 30))


def played(rng, piece):
    """The notes of a piece as sound."""
    which = rng.choices(range(len(SOUNDFONT_WEIGHTS)), SOUNDFONT_WEIGHTS)[0]
    reverb = rng.random() < .7
    length = int(piece.seconds * RATE) // BLOCK * BLOCK
    drums = [e for e in piece.events if e[2] == DRUMS]
    rest = [e for e in piece.events if e[2] != DRUMS]
    own, apart = rng.random() < .35, piece.heavy or rng.random() < .25
    if not own and not apart:
        return synth(which).render(piece.events, piece.seconds, reverb)
    tune = synth(which).render(rest, piece.seconds, reverb)
    beat = drums_by_formula(rng, drums, length) if own else synth(rng.choice([0, 1])).render(drums, piece.seconds, reverb)
    if piece.heavy and rng.random() < .7:
        tune = np.tanh(tune / peak(tune) * rng.uniform(4, 25)) * .35
    if rng.random() < .3:
        tune = ducked(rng, tune, [e[0] for e in drums if e[1] == 'on' and e[3] in (35, 36)])
    if peak(beat) < 1e-5:
        return tune
    return tune / peak(tune) * .5 + beat / peak(beat) * rng.uniform(.25, .8)


def ducked(rng, x, kicks):
    """The rest pushed down by each kick, as a side-chain does."""
    depth, back = rng.uniform(.3, .9), rng.uniform(.08, .3)
    gain = np.ones(len(x), np.float32)
    shape = 1 - depth * np.exp(-np.arange(int(4 * back * RATE)) / (back * RATE)).astype(np.float32)
    for time in kicks:
        at = int(time * RATE)
        part = gain[at:at + len(shape)]
        np.minimum(part, shape[:len(part)], out=part)
    return x * gain


def power_of_two(length):
    """The size of a transform that holds so many samples."""
    return 1 << (length - 1).bit_length()


def coloured(noise, length, slope):
    """Noise that falls by a slope: 0 white, 1 pink, 2 brown."""
    size = power_of_two(length)
    spectrum = np.fft.rfft(noise.standard_normal(size))
    spectrum *= np.maximum(np.arange(len(spectrum)), 1.) ** (-slope / 2)
    x = np.fft.irfft(spectrum, size)[:length]
    return (x / peak(x)).astype(np.float32)


def with_rises(rng, x, rises):
    """
    Noise or a tone that swells up to a peak, in some of the stretches where it may; and the start and the peak of each that
    does.
    """
    made = []
    for start, top in rises:
        if top - start < 1 or rng.random() < .35:
            continue
        begins = start + (top - start) * rng.choice([0, 0, .5])
        a, b = int(begins * RATE), min(len(x), int(top * RATE))
        if b - a < RATE:
            continue
        n = b - a
        grow = np.linspace(0, 1, n) ** rng.uniform(1, 2.5)
        if rng.random() < .7:
            swell = coloured(chance_of(rng), n, rng.uniform(0, 1.5))
        else:
            low, high = rng.uniform(100, 300), rng.uniform(900, 3000)
            swell = np.sin(2 * np.pi * np.cumsum(low * (high / low) ** np.linspace(0, 1, n)) / RATE)
        x[a:b] += (swell * grow * rng.uniform(.15, .7) * peak(x)).astype(np.float32)
        made.append((begins, top))
    return x, made


def with_crowd(rng, x):
    """People, or rain, or a room: noise that comes and goes."""
    n = len(x)
    bed = coloured(chance_of(rng), n, rng.uniform(.5, 1.5))
    knots = chance_of(rng).uniform(.3, 1, 12)
    return x + bed * np.interp(np.arange(n), np.linspace(0, n, 12), knots).astype(np.float32) * rng.uniform(.01, .12) * peak(x)


def with_crackle(rng, x):
    noise = chance_of(rng)
    out = x + coloured(noise, len(x), 1) * .006 * peak(x)
    for at in noise.integers(0, len(x) - 40, int(len(x) / RATE * rng.uniform(2, 15))):
        out[at:at + 24] += noise.standard_normal(24) * rng.uniform(.02, .15) * peak(x)
    return out


def in_room(rng, x):
    length = int(RATE * rng.uniform(.2, .9))
    tail = chance_of(rng).standard_normal(length) * np.exp(-np.arange(length) / length * 6)
    size = power_of_two(len(x) + length)
    wet = np.fft.irfft(np.fft.rfft(x, size) * np.fft.rfft(tail, size), size)[:len(x)]
    return x + rng.uniform(.1, .5) * wet * np.sqrt((x ** 2).mean() / ((wet ** 2).mean() + 1e-12))


def band_limited(rng, x):
    size = power_of_two(len(x))
    spectrum = np.fft.rfft(x, size)
    hertz = np.arange(len(spectrum)) * RATE / size
    low, high = rng.choice([(0, rng.uniform(2500, 9000)), (rng.uniform(60, 350), 22050), (300, 3400)])
    spectrum *= 1 / (1 + (hertz / high) ** 8) * (hertz ** 4 / (hertz ** 4 + low ** 4 + 1e-9))
    return np.fft.irfft(spectrum, size)[:len(x)]


def mastered(rng, x):
    """A file as it might reach us, at −2 dB of full scale."""
    x = x / peak(x)
    for chance, change in ((.12, with_crowd), (.06, with_crackle), (.18, in_room), (.1, band_limited)):
        if rng.random() < chance:
            x = change(rng, x)
            x = x / peak(x)
    if rng.random() < .4:
        x = np.tanh(x * rng.uniform(1.5, 6))
    return (x / peak(x) * .8).astype(np.float32)
