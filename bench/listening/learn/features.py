"""
What the network hears: the mel bands and pitch classes that the application keeps of every sound, 100 frames a second
(core/src/listen/features/onset-strength.ts), in steps of 0.4 dB from −100 dB.
"""
import numpy as np

from synth import RATE

FRAMES_A_SECOND = 100
BANDS = 48
SIZE = 2048
HOP = RATE // FRAMES_A_SECOND
LOWEST, HIGHEST = 30, 16000


def mel_weights():
    """Triangles evenly spaced on the mel scale, each of unit sum."""
    to_mel = lambda hertz: 2595 * np.log10(1 + hertz / 700)
    edges = 700 * (10 ** ((to_mel(LOWEST) + np.arange(BANDS + 2) * (to_mel(HIGHEST) - to_mel(LOWEST)) / (BANDS + 1)) / 2595) - 1)
    bin_hertz = RATE / SIZE
    weights = np.zeros((SIZE // 2 + 1, BANDS), np.float32)
    nearest = lambda x: int(np.floor(x + .5))
    for band in range(BANDS):
        low, centre, high = edges[band:band + 3]
        first = min(int(np.ceil(low / bin_hertz)), nearest(centre / bin_hertz))
        last = max(int(np.floor(high / bin_hertz)), nearest(centre / bin_hertz))
        hertz = np.arange(first, last + 1) * bin_hertz
        slopes = np.where(hertz <= centre, (hertz - low) / (centre - low), (high - hertz) / (high - centre)).clip(0)
        if slopes.sum() == 0:
            slopes[nearest(centre / bin_hertz) - first] = 1
        weights[first:last + 1, band] = slopes / slopes.sum()
    return weights


def pitch_class_weights():
    weights = np.zeros((SIZE // 2 + 1, 12), np.float32)
    for bin in range(SIZE // 2 + 1):
        hertz = bin * RATE / SIZE
        if 110 <= hertz <= 1800:
            weights[bin, int(np.floor(12 * np.log2(hertz / 440) + .5)) % 12] = 1
    return weights


WEIGHTS = np.concatenate([mel_weights(), pitch_class_weights()], 1)
WEIGHTS = WEIGHTS[:int(np.nonzero(WEIGHTS.sum(1))[0].max()) + 1].copy()
WINDOW = (.5 - .5 * np.cos(2 * np.pi * np.arange(SIZE) / SIZE)).astype(np.float32)


def features(x):
    """Bytes of shape (frames, 60) of a mono sound at 44.1 kHz: 48 bands, then 12 pitch classes."""
    count = len(x) // HOP + 1
    padded = np.concatenate([np.zeros(SIZE // 2, np.float32), x.astype(np.float32), np.zeros(SIZE, np.float32)])
    frames = np.lib.stride_tricks.as_strided(padded, (count, SIZE), (padded.strides[0] * HOP, padded.strides[0]))
    out = np.empty((count, WEIGHTS.shape[1]), np.uint8)
    for at in range(0, count, 500):
        magnitude = np.abs(np.fft.rfft(frames[at:at + 500] * WINDOW, axis=1)[:, :len(WEIGHTS)]).astype(np.float32) / SIZE
        decibels = 20 * np.log10(magnitude @ WEIGHTS + 1e-6)
        out[at:at + 500] = np.clip(np.round((decibels + 100) / .4), 0, 255)
    return out
