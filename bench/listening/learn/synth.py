"""Notes to sound: FluidSynth with free soundfonts, called without a process of its own, and drums by formula."""
import ctypes as c
import functools

import numpy as np

RATE = 44100
# Blocks in which FluidSynth works; events fall on their starts, at most 0.7 ms from where they should.
BLOCK = 64

# Soundfonts of Debian; see README.md for their licences.
SOUNDFONTS = ['/usr/share/sounds/sf2/TimGM6mb.sf2', '/usr/share/sounds/sf2/FluidR3_GM.sf2',
              '/usr/share/sounds/sf3/MuseScore_General_Lite.sf3', '/usr/share/sounds/sf2/OPL-3_FM_128M.sf2']
SOUNDFONT_WEIGHTS = [3, 3, 1.5, .8]


@functools.cache
def library():
    """FluidSynth, opened when it is first played: who only measures sound does without it."""
    lib = c.CDLL('libfluidsynth.so.3')
    pointer, text, whole, real = c.c_void_p, c.c_char_p, c.c_int, c.c_double
    for name, result, takes in [
            ('new_fluid_settings', pointer, []), ('new_fluid_synth', pointer, [pointer]),
            ('fluid_settings_setnum', whole, [pointer, text, real]), ('fluid_settings_setint', whole, [pointer, text, whole]),
            ('fluid_synth_sfload', whole, [pointer, text, whole]), ('fluid_synth_noteon', whole, [pointer, whole, whole, whole]),
            ('fluid_synth_noteoff', whole, [pointer, whole, whole]), ('fluid_synth_cc', whole, [pointer, whole, whole, whole]),
            ('fluid_synth_program_change', whole, [pointer, whole, whole]), ('fluid_synth_pitch_bend', whole, [pointer, whole, whole]),
            ('fluid_synth_system_reset', whole, [pointer]), ('fluid_synth_all_sounds_off', whole, [pointer, whole]),
            ('fluid_synth_set_reverb_on', None, [pointer, whole]), ('fluid_synth_set_chorus_on', None, [pointer, whole]),
            ('fluid_synth_write_float', whole, [pointer, whole, pointer, whole, whole, pointer, whole, whole]),
            ('delete_fluid_synth', None, [pointer]), ('delete_fluid_settings', None, [pointer]),
            ('fluid_set_log_function', pointer, [whole, pointer, pointer])]:
        call = getattr(lib, name)
        call.restype, call.argtypes = result, takes
    for level in range(5):
        lib.fluid_set_log_function(level, None, None)
    return lib


ORDER = {'cc': 0, 'pc': 0, 'pb': 0, 'off': 1, 'on': 2}


class Synth:
    """A soundfont, ready to play."""

    def __init__(self, soundfont):
        self.lib = library()
        settings = self.lib.new_fluid_settings()
        self.lib.fluid_settings_setnum(settings, b'synth.sample-rate', RATE)
        self.lib.fluid_settings_setnum(settings, b'synth.gain', .4)
        for name, value in ((b'synth.threadsafe-api', 0), (b'synth.polyphony', 128), (b'synth.dynamic-sample-loading', 1)):
            self.lib.fluid_settings_setint(settings, name, value)
        self.synth = self.lib.new_fluid_synth(settings)
        if self.lib.fluid_synth_sfload(self.synth, soundfont.encode(), 1) < 0:
            raise SystemExit(f'{soundfont} cannot be read: install the packages that README.md names.')

    def render(self, events, seconds, reverb):
        """Mono sound of events (time, kind, channel, a, b)."""
        self.lib.fluid_synth_system_reset(self.synth)
        self.lib.fluid_synth_set_reverb_on(self.synth, int(reverb))
        self.lib.fluid_synth_set_chorus_on(self.synth, 0)
        length = int(seconds * RATE) // BLOCK * BLOCK
        left, right = np.zeros(length, np.float32), np.zeros(length, np.float32)
        at = 0

        def write_to(end):
            nonlocal at
            if end > at:
                self.lib.fluid_synth_write_float(self.synth, end - at, left.ctypes.data + 4 * at, 0, 1, right.ctypes.data + 4 * at, 0, 1)
                at = end

        calls = {'on': self.lib.fluid_synth_noteon, 'cc': self.lib.fluid_synth_cc}
        for time, kind, channel, a, b in sorted(events, key=lambda e: (round(e[0] * RATE / BLOCK), ORDER[e[1]])):
            start = int(round(time * RATE / BLOCK)) * BLOCK
            if start >= length:
                break
            write_to(start)
            if kind in calls:
                calls[kind](self.synth, channel, a, b)
            elif kind == 'off':
                self.lib.fluid_synth_noteoff(self.synth, channel, a)
            elif kind == 'pc':
                self.lib.fluid_synth_program_change(self.synth, channel, a)
            else:
                self.lib.fluid_synth_pitch_bend(self.synth, channel, a)
        write_to(length)
        for channel in range(16):
            self.lib.fluid_synth_all_sounds_off(self.synth, channel)
        return (left + right) * .5


_ready = {}


def synth(index):
    """The synth of a soundfont, loaded once."""
    if index not in _ready:
        _ready[index] = Synth(SOUNDFONTS[index])
    return _ready[index]


# What drums of General MIDI sound like, for drums by formula.
KINDS = {'kick': (35, 36), 'snare': (37, 38, 39, 40), 'open': (46, 51, 53, 59), 'hat': (42, 44, 54, 69, 70, 82),
         'crash': (49, 52, 55, 57), 'tom': (41, 43, 45, 47, 48, 50, 60, 61, 62, 63, 64)}
KIND_OF = {key: kind for kind, keys in KINDS.items() for key in keys}
LEVELS = {'kick': (.6, 1), 'snare': (.5, .9), 'open': (.15, .4), 'hat': (.12, .4), 'crash': (.25, .5), 'tom': (.5, .8), 'other': (.3, .6)}


def stroke(rng, kind):
    """One drum of a kit made by chance, 0.4 s, 1.2 s of a crash."""
    noise = np.random.default_rng(rng.randrange(1 << 30))
    length = int((1.2 if kind == 'crash' else .4) * RATE)
    t = np.arange(length) / RATE
    hiss = noise.standard_normal(length)
    bright = np.diff(hiss, prepend=0) * .5
    if kind == 'kick':
        bend = rng.uniform(2, 9) * (1 - np.exp(-t * rng.uniform(20, 60)))
        x = np.sin(2 * np.pi * (rng.uniform(40, 65) * t + bend)) * np.exp(-t * rng.uniform(5, 16)) + rng.uniform(0, .3) * hiss * np.exp(-t * 200)
    elif kind == 'snare' and rng.random() < .3:
        claps = sum(np.exp(-np.abs(t - late) * 300) for late in (0, .011, .022))
        x = np.convolve(hiss, [1, -.6], 'same') * (np.exp(-t * 25) + claps)
    elif kind == 'snare':
        body = np.sin(2 * np.pi * rng.uniform(160, 240) * t) * np.exp(-t * rng.uniform(15, 30))
        x = rng.uniform(.2, .8) * body + rng.uniform(.4, 1) * hiss * np.exp(-t * rng.uniform(10, 30))
    elif kind in ('open', 'hat', 'crash'):
        fall = {'open': (5, 12), 'hat': (30, 90), 'crash': (2.5, 5)}[kind]
        x = bright * np.exp(-t * rng.uniform(*fall))
    elif kind == 'tom':
        x = np.sin(2 * np.pi * (rng.uniform(80, 200) * t + 2 * (1 - np.exp(-t * 20)))) * np.exp(-t * rng.uniform(8, 18))
    else:
        x = np.sin(2 * np.pi * rng.uniform(400, 2500) * t) * np.exp(-t * rng.uniform(30, 80)) + .2 * hiss * np.exp(-t * 100)
    return (x / np.abs(x).max()).astype(np.float32)


def drums_by_formula(rng, events, length):
    """The drums of events, `length` samples, on a kit of their own."""
    out = np.zeros(length + 2 * RATE, np.float32)
    kinds = list(LEVELS)
    kit = {kind: stroke(rng, kind) for kind in kinds}
    level = {kind: rng.uniform(*LEVELS[kind]) for kind in kinds}
    for time, what, channel, key, velocity in events:
        at = int(time * RATE)
        if what == 'on' and channel == 9 and at < length:
            kind = KIND_OF.get(key, 'other')
            out[at:at + len(kit[kind])] += kit[kind] * (level[kind] * (velocity / 110) ** 1.5)
    return out[:length]
