"""Words spoken by a synthesiser, each with the instant at which it starts; said over music, or sung on its notes."""
import io
import os
import subprocess
import wave

import numpy as np

from synth import RATE

WORDS = """the harbour was quiet before ferry came nobody had told children about parade so they ran along wall and counted boats
woman sold bread from blue cart she done for thirty years later it rained everybody stood under roof of station talking price
apples new road mayor his brother one should never paint door in winter why not because dries seven nine machines were repaired
tuesday please hold line results second experiment differ first by less than two percent which surprised us all turn left after
bridge then straight on until you see yellow house with broken fence night river letter garden window summer burning falling
remember morning shadow silver thunder mountain open only ever over easy island orange umbrella under always yes no go stay""".split()
VOICES = ['en-us', 'en-gb', 'en-gb-scotland', 'de', 'fr', 'es', 'it']
TIMBRES = ['', '+f2', '+m3', '+f4', '+m7', '+f5']


def spoken(word, voice, speed, pitch):
    """A word at 44.1 kHz, cut to where it is heard."""
    said = subprocess.run(['espeak-ng', '-v', voice, '-s', str(speed), '-p', str(pitch), '--stdout', word], check=True, capture_output=True)
    with wave.open(io.BytesIO(said.stdout)) as file:
        x = np.frombuffer(file.readframes(file.getnframes()), '<i2').astype(np.float32) / 32768
        rate = file.getframerate()
    length = int(len(x) * RATE / rate)
    x = np.interp(np.arange(length) * rate / RATE, np.arange(len(x)), x).astype(np.float32)
    loud = np.abs(x)
    heard = np.nonzero(loud > loud.max() * .03)[0]
    x = x[heard[0]:heard[-1] + 1]
    return x / max(float(np.abs(x).max()), 1e-6)


class Voice:
    """One voice: its words are said when first asked for, and kept beside the data."""

    def __init__(self, rng, folder):
        self.voice = rng.choice(VOICES) + rng.choice(TIMBRES)
        self.speed, self.pitch = rng.choice([130, 160, 190]), rng.choice([30, 45, 60])
        self.folder = os.path.join(folder, f'{self.voice}-{self.speed}-{self.pitch}')
        os.makedirs(self.folder, exist_ok=True)

    def word(self, rng):
        text = rng.choice(WORDS)
        path = os.path.join(self.folder, text + '.npy')
        if not os.path.exists(path):
            np.save(path, (spoken(text, self.voice, self.speed, self.pitch) * 32767).astype(np.int16))
        return np.load(path).astype(np.float32) / 32767


def loudest(x):
    """The sample about which a word is loudest, over some 20 ms."""
    sums = np.concatenate([[0.], np.cumsum(x.astype(np.float64) ** 2)])
    width = min(1024, len(x))
    return int(np.argmax(sums[width:] - sums[:-width])) + width // 2


def period_of(x):
    """Samples of a period of the loudest part of a word, by autocorrelation between 70 and 400 Hz."""
    middle = loudest(x)
    part = x[max(0, middle - 1500):middle + 1500]
    part = part - part.mean()
    size = 1 << (2 * len(part) - 1).bit_length()
    spectrum = np.abs(np.fft.rfft(part, size)) ** 2
    correlation = np.fft.irfft(spectrum)[:len(part)]
    low, high = RATE // 400, min(len(part) - 1, RATE // 70)
    return low + int(np.argmax(correlation[low:high])) if high > low + 1 else RATE // 150


def sung(rng, word, key, seconds):
    """A word at the pitch of a key, its loudest part held with a vibrato until the note ends."""
    wanted = RATE / (440 * 2 ** ((key - 69) / 12))
    while wanted < 90:
        wanted *= 2
    ratio = min(2.5, max(.4, period_of(word) / wanted))
    x = np.interp(np.arange(0, len(word) - 1, ratio), np.arange(len(word)), word).astype(np.float32)
    length = int(seconds * RATE)
    if len(x) < length:
        period = max(60, int(round(wanted)))
        hold = loudest(x)
        cycle = 12 * period
        a = max(0, min(len(x) - cycle - 1, hold))
        loop = x[a:a + cycle]
        if len(loop) == cycle:
            fade = np.linspace(0, 1, period, dtype=np.float32)
            loop = loop.copy()
            loop[:period] = loop[:period] * fade + x[a + cycle:a + cycle + period][:period] * (1 - fade) if a + cycle + period < len(x) else loop[:period]
            times = (length - len(x)) // cycle + 1
            x = np.concatenate([x[:a], np.tile(loop, times), x[a + cycle:]])
    x = x[:length]
    bend = 1 + rng.uniform(0, .006) * np.sin(2 * np.pi * rng.uniform(4.5, 6.5) * np.arange(len(x)) / RATE)
    x = np.interp(np.minimum(np.cumsum(bend), len(x) - 1), np.arange(len(x)), x).astype(np.float32)
    out = min(len(x), int(.03 * RATE))
    x[-out:] *= np.linspace(1, 0, out, dtype=np.float32)
    return x


def lay(out, x, at, gain):
    """Adds a sound at a sample; says whether anything of it is inside."""
    part = out[at:at + len(x)]
    part += x[:len(part)] * gain
    return len(part) > 0


def speech(rng, seconds, folder):
    """Talk of so many seconds, and (start, end) of each word."""
    out, spans = np.zeros(int(seconds * RATE), np.float32), []
    voice, at = Voice(rng, folder), rng.uniform(.2, 2)
    gap = rng.choice([.02, .06, .12, .3])
    while at < seconds - .5:
        word = voice.word(rng)
        if lay(out, word, int(at * RATE), 1):
            spans.append((at, min(seconds, at + len(word) / RATE)))
        at += len(word) / RATE + max(.01, rng.gauss(gap, gap / 3)) + (rng.uniform(.4, 2.5) if rng.random() < .1 else 0)
    return out, spans


def song(rng, notes, seconds, folder):
    """Words sung on notes (start, key, length), and (start, end) of each."""
    out, spans = np.zeros(int(seconds * RATE), np.float32), []
    voice = Voice(rng, folder)
    for start, key, length in notes:
        if start > seconds - .2:
            continue
        x = sung(rng, voice.word(rng), key, max(.12, length))
        if len(x) > 400 and lay(out, x, int(start * RATE), 1):
            spans.append((start, min(seconds, start + len(x) / RATE)))
    return out, spans
