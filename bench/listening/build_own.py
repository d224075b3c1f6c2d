#!/usr/bin/python3
"""Makes two more sets beside the tuning corpus, with its means but other music, voices and words: `dev_` for tuning words,
rises and the like, `own_` for a check that nothing was tuned on.
usage: /usr/bin/python3 build_own.py OUTDIR
needs what build_corpus.py needs. Everything is deterministic."""
import json, os, random, sys
import numpy as np
from build_corpus import *
import build_corpus as corpus

made = {}

def keep(id, *a, **k):
    corpus.KEEP.add(id); save(id, *a, **k)

def piece(id, seq, sf, genre, **k):
    corpus.KEEP.add(id)
    add_midi(id, seq.data(), sf, 'made', 'generated', genre=genre, down=True, strict=False, **k)

def seq(meter, bpm, programs=()):
    s = Seq(); s.sig(meter); s.tempo(0, bpm)
    for ch, p in programs: s.prog(ch, p)
    return s

PROGRESSION = [(45, (57, 60, 64)), (41, (57, 60, 65)), (48, (55, 60, 64)), (43, (55, 59, 62))]

def waltz(bars, bpm, rng, sway=0.0):
    s = seq(3, bpm, ((1, 32), (2, 21), (3, 40)))
    for k in range(3 * bars):
        if sway: s.tempo(k, bpm * (1 + sway * math.sin(2 * math.pi * k / 36)))
        root, tri = PROGRESSION[(k // 3) % 4]
        if k % 3 == 0: s.note(k, 1, root - 12, 88, .9)
        else: [s.note(k, 2, p, 60, .5) for p in tri]
        if rng.random() < .6: s.note(k, 3, tri[rng.randrange(3)] + 12, 78, .9)
    return s

def jig(bars, bpm, rng):
    """6/8: two dotted quarters a bar, three eighths each; a quarter of the file is an eighth here."""
    s = seq(6, bpm * 3, ((1, 33), (2, 24), (3, 73)))
    for k in range(6 * bars):
        root, tri = PROGRESSION[(k // 6) % 4]
        s.note(k, 9, 42, 70 if k % 3 == 0 else 45)
        if k % 6 == 0: s.note(k, 9, 36, 112); s.note(k, 1, root - 12, 95, 2.5)
        if k % 6 == 3: s.note(k, 9, 38, 92); s.note(k, 1, root - 5, 80, 2.5)
        s.note(k, 2, tri[k % 3], 62 if k % 3 else 78, .9)
        if rng.random() < .5: s.note(k, 3, 72 + rng.choice([0, 2, 4, 7]), 76, .9)
    return s

def odd(bars, beats, bpm, rng):
    s = seq(beats, bpm, ((1, 33), (2, 4), (3, 65)))
    strong = {5: (0, 3), 7: (0, 4), 2: (0,)}[beats]
    for k in range(beats * bars):
        place = k % beats; root, tri = PROGRESSION[(k // beats) % 4]
        s.note(k, 9, 51, 70); s.note(k + .5, 9, 51, 45)
        if place == 0: s.note(k, 9, 36, 115); s.note(k, 1, root - 12, 96, 1.8); [s.note(k, 2, p, 72, 1.6) for p in tri]
        elif place in strong: s.note(k, 9, 36, 92); s.note(k, 1, root - 5, 84, 1.2)
        if place in (beats - 2, 1) and place not in strong: s.note(k, 9, 38, 88)
        if rng.random() < .5: s.note(k + rng.choice([0, .5]), 3, tri[rng.randrange(3)] + 12, 74, .4)
    return s

def shuffle(bars, bpm, rng):
    s = seq(4, bpm, ((1, 32), (2, 16), (3, 56)))
    for k in range(4 * bars):
        root, tri = PROGRESSION[(k // 8) % 4]
        s.note(k, 9, 51, 80)
        if k % 2: s.note(k + 2 / 3, 9, 51, 66); s.note(k, 9, 44, 70)
        if k % 4 == 0: s.note(k, 9, 36, 84)
        s.note(k, 1, (root - 12, root - 8, root - 5, root - 3)[k % 4], 92, .9)
        if k % 4 in (1, 3): [s.note(k + (2 / 3 if rng.random() < .3 else 0), 2, p, 58, .4) for p in tri]
        if rng.random() < .6: s.note(k + rng.choice([0, 2 / 3]), 3, tri[rng.randrange(3)] + 12, 80, .3)
    return s

def rock(bars, bpm, rng):
    s = seq(4, bpm, ((1, 34), (2, 29)))
    for k in range(4 * bars):
        root, tri = PROGRESSION[(k // 4) % 4]; place = k % 4
        s.note(k, 9, 49 if k % 32 == 0 else 42, 96); s.note(k + .5, 9, 42, 60)
        if place in (0, 2): s.note(k, 9, 36, 118)
        if place == 2 and rng.random() < .7: s.note(k + .5, 9, 36, 100)
        if place in (1, 3): s.note(k, 9, 38, 112)
        for h in (0, .5): s.note(k + h, 1, root - 12, 94, .45); s.note(k + h, 2, root, 84, .45); s.note(k + h, 2, root + 7, 80, .45)
    return s

def slowing(bars, fast, slow, rng):
    s = seq(4, fast, ((2, 0), (1, 32)))
    n = 4 * bars
    for k in range(n):
        s.tempo(k, fast + (slow - fast) * (k / n) ** 2)
        root, tri = PROGRESSION[(k // 4) % 4]
        if k % 4 == 0: s.note(k, 1, root - 12, 84, 3.8)
        for h in (0, .5): s.note(k + h, 2, tri[(2 * k + int(2 * h)) % 3], 72 if h == 0 else 56, .6)
        if k % 4 == 2: s.note(k, 2, tri[2] + 12, 70, 1.8)
    return s

def songform(rng):
    """Intro, verse, build, drop, breakdown, drop: 124 BPM, sections of eight bars; truth of sections and drops."""
    s = seq(4, 124, ((1, 38), (2, 89), (3, 81), (4, 0)))
    for bar in range(48):
        part = bar // 8; root, tri = PROGRESSION[bar % 4]
        for p in tri: s.note(4 * bar, 2, p, 52 if part in (0, 4) else 66, 3.9)
        for b in range(4):
            k = 4 * bar + b
            if part in (1, 3, 5): s.note(k, 9, 36, 118 if part != 1 else 96)
            if part in (1, 2, 3, 5): s.note(k + .5, 9, 42, 70)
            if part in (3, 5): s.note(k + .5, 1, root - 12, 110, .4); s.note(k, 9, 39 if b % 2 else 42, 96)
            if part in (3, 5): [s.note(k + h, 3, tri[(b + i) % 3] + 12, 92, .2) for i, h in enumerate((0, .25, .5, .75))]
            if part == 1: s.note(k, 1, root - 12, 86, .8); s.note(k, 4, tri[b % 3] + 12, 70, .8)
            if part == 2: [s.note(k + h, 9, 38, 60 + 6 * (bar - 16), .1) for h in (0, .5)]
            if part in (0, 4): s.note(k, 4, tri[b % 3] + 12, 56, .9)
    return s

VOICES = {'dev': ('en-gb', 150, 45), 'own': ('en-us', 180, 60)}
LINES = {
    'dev': 'our press has printed posters for this street since nineteen twelve and every letter in that drawer was set by hand under the lamp come and see the ink meet paper on saturday morning',
    'own': 'bring your children and your worst handwriting we will show you type metal brass rule and a very old guillotine nobody leaves without a card they pressed themselves doors open at ten',
}

def said(which, seed, gap, total):
    """Words one after another with silence between, as in the tuning corpus but of another text and voice."""
    voice, speed, pitch = VOICES[which]; words = LINES[which].split()
    rng = np.random.default_rng(seed); x = np.zeros(int(total * SR)); on = []; t = .8; i = 0
    while True:
        p = os.path.join(TMP, 'w.wav'); p2 = os.path.join(TMP, 'w2.wav')
        run('espeak-ng', '-v', voice, '-s', str(speed), '-p', str(pitch + int(rng.integers(-8, 8))), '-w', p, words[i % len(words)])
        run('sox', '-R', '-D', p, '-r', str(SR), '-c', '1', p2)
        y = readwav(p2)[:, 0]; a = np.abs(y); start = int(np.argmax(a > a.max() * .03)); end = len(a) - int(np.argmax(a[::-1] > a.max() * .02))
        lead = min(start, 40); y = y[start - lead:end]
        if t + len(y) / SR > total - .3: return x / np.abs(x).max() * .7, on
        at = int(round(t * SR)); x[at - lead:at - lead + len(y)] += y; on.append(at / SR)
        t += len(y) / SR + max(.035, rng.normal(gap, .05)) + (.5 if i % 7 == 6 else 0); i += 1

def over(x, music, decibels):
    y = np.vstack([music, np.zeros((max(0, len(x) - len(music)), 2))])[:len(x)]
    active = x[np.abs(x) > .003]
    return x[:, None] + y * (rms(active) * 10 ** (decibels / 20) / rms(y))

def voices():
    for which in ('dev', 'own'):
        r = random.Random(31 if which == 'dev' else 77)
        x, on = said(which, 5, .08, 45)
        keep(which + '_voice_alone', x, 'voice', [], [], {'all': []}, cues=[(t, 'word') for t in on], src='espeak-ng')
        beds = {'dev': (('rock', rock(24, 126, r), 'mus'), ('waltz', waltz(26, 112, r), 'flu')), 'own': (('shuffle', shuffle(24, 138, r), 'tim'), ('five', odd(18, 5, 132, r), 'mus'))}
        for name, s, sf in beds[which]:
            x, on = said(which, 9, .09, 40); d = s.data(); m = parse_midi(d); tm = TempoMap(m)
            y = render_cached(d, sf)[:int(40 * SR)]
            keep(f'{which}_voice_{name}', over(x, y, -10), 'voice', [], [], {'all': []}, cues=[(t, 'word') for t in on], src='espeak-ng over generated')

def riser(length, rng, low, high, power):
    n = int(length * SR); B = 1024; win = np.hanning(2 * B + 1)[:2 * B]; out = np.zeros(n + 4 * B); f = np.fft.rfftfreq(2 * B, 1 / SR)
    source = rng.normal(size=n + 4 * B)
    for i in range(0, n, B):
        centre = low * (high / low) ** min(1, i / n)
        X = np.fft.rfft(source[i:i + 2 * B] * win) / (1 + (f / centre) ** 6) / (1 + (centre * .25 / np.maximum(f, 1)) ** 2)
        out[i:i + 2 * B] += np.fft.irfft(X)
    y = out[:n] * np.linspace(.02, 1, n) ** power
    return y / np.abs(y).max()

def rises():
    for which, plan, low, high, power in (('dev', ((5, 3.), (13, 5.), (25, 2.5), (33, 7.)), 150, 9000, 1.5), ('own', ((3, 5.), (12, 2.2), (19, 4.), (30, 6.5), (44, 3.)), 250, 14000, 1.2)):
        rng = np.random.default_rng(3 if which == 'dev' else 4); y = pad(52) * .25; cues = []
        for at, length in plan:
            up = riser(length, rng, low, high, power); i = int(at * SR); y[i:i + len(up)] += .5 * up[:, None]
            k = kick(.9); j = int(round((at + length) * SR)); y[j:j + len(k)] += k[:, None]
            cues += [(at, 'riser_start'), (at + length, 'riser_peak'), (at + length, 'hit')]
        keep(which + '_rises', y, 'cues', [], [], {'all': R([c[0] for c in cues if c[1] == 'hit'])}, cues=cues, src='generated')

def hits_and_pauses():
    for which, seed in (('dev', 15), ('own', 16)):
        rng = np.random.default_rng(seed); y = pad(40) * .3; hits = []; t = 1.5
        while t < 38: hits.append(round(t * SR) / SR); t += float(rng.uniform(.6, 2.8))
        for h in hits: k = kick(float(rng.uniform(.5, .9))); i = int(round(h * SR)); n = min(len(k), len(y) - i); y[i:i + n] += k[:n, None]
        keep(which + '_hits', y, 'cues', [], [], {'kick': R(hits), 'all': R(hits)}, cues=[(h, 'hit') for h in hits], src='generated')
        s = rock(10, 120 if which == 'dev' else 96, random.Random(seed)); x = norm(render_cached(s.data(), 'mus'))
        length = TempoMap(parse_midi(s.data())).sec(40 * 960); a = x[:int(length * SR)].copy(); f = int(.02 * SR); a[-f:] *= np.linspace(1, 0, f)[:, None]
        gap = 1.7 if which == 'dev' else 2.45
        whole = np.concatenate([a, np.zeros((int(gap * SR), 2)), a])
        keep(which + '_pause', whole, 'cues', [], [], {'all': []}, cues=[(len(a) / SR, 'pause_start'), (len(a) / SR + gap + RENDER_OFFSET, 'pause_end')], src='generated')

def main():
    r = random.Random(2024)
    piece('own_waltz_92', waltz(30, 92, r, .03), 'flu', '3/4 accordion and fiddle, swaying')
    piece('own_jig_104', jig(48, 104, r), 'mus', '6/8 jig, beat = dotted quarter', beatq=3.0, bar=6.0)
    piece('own_five_144', odd(30, 5, 144, r), 'tim', '5/4')
    piece('own_seven_168', odd(24, 7, 168, r), 'flu', '7/4')
    piece('own_polka_118', odd(60, 2, 118, r), 'mus', '2/4')
    piece('own_shuffle_152', shuffle(36, 152, r), 'flu', 'shuffle')
    piece('own_rock_146', rock(36, 146, r), 'tim', 'rock')
    piece('own_slowing_116_72', slowing(26, 116, 72, r), 'mus', 'piano and bass, slowing')
    s = songform(r); piece('own_song_124', s, 'mus', 'intro, verse, build, drop, break, drop', trim=100)
    bar = 4 * 60 / 124
    corpus.items[-1]['cues'] = [dict(t=round(8 * k * bar + RENDER_OFFSET, 4), kind='section') for k in range(1, 6)] + [dict(t=round(8 * k * bar + RENDER_OFFSET, 4), kind='drop') for k in (3, 5)]
    voices(); rises(); hits_and_pauses()
    rng = np.random.default_rng(21); n = 30 * SR
    keep('own_rain', np.clip(pink(n, 22) * .3 + (rng.random(n) > .9995) * rng.normal(size=n) * .3, -1, 1), 'nobeat', [], [], {'all': []}, src='generated', notes='noise with drops')
    json.dump(dict(items=corpus.items), open(os.path.join(OUT, 'manifest.json'), 'w'), separators=(',', ':'))

main()
