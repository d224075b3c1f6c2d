"""What made clips are drawn of: a ground with texture seen by a camera, things on it, light, noise, exposure."""
import math

import numpy as np

SIDE = 1024
# Parts of a frame's time in which the shutter is open, and pictures that one exposure is made of.
OPEN, EXPOSURES = .5, 3
# Mean change a second, in steps of brightness, under which a picture is still.
STILL = 2.


def texture(chance, roughness):
    """A square of tones from 0 to 255 that goes on without a seam, coarse and fine together."""
    spectrum = np.fft.rfft2(chance.standard_normal((SIDE, SIDE)))
    y, x = np.fft.fftfreq(SIDE)[:, None], np.fft.rfftfreq(SIDE)[None, :]
    spectrum *= 1 / np.maximum(np.hypot(x, y), 1 / SIDE) ** roughness
    tones = np.fft.irfft2(spectrum, (SIDE, SIDE))
    tones = (tones - tones.mean()) / tones.std()
    return np.clip(118 + 42 * tones, 0, 255).astype(np.float32)


class View:
    """Where the camera looks in pixels of the ground, how much it magnifies, and its turn in radians."""

    def __init__(self, x=0., y=0., zoom=1., turn=0.):
        self.x, self.y, self.zoom, self.turn = x, y, zoom, turn


class Thing:
    """A disc or a box with a pattern of its own: its half sizes, tone, and where its middle is at a time (None: not there)."""

    def __init__(self, chance, where, half, round_=True, turn=None):
        self.where, self.half, self.round, self.turn = where, half, round_, turn or (lambda t: 0.)
        self.tone = float(chance.choice([25, 40, 215, 235]))
        self.stripes = chance.uniform(.08, .2)

    def draw(self, picture, grid_x, grid_y, t):
        at = self.where(t)
        if at is None:
            return
        # Only rows and columns that it can touch: the camera is hardly turned.
        far = 1.5 * max(self.half) + 2
        rows = np.flatnonzero(np.abs(grid_y - at[1]).min(1) < far)
        columns = np.flatnonzero(np.abs(grid_x - at[0]).min(0) < far)
        if not len(rows) or not len(columns):
            return
        part = np.s_[rows[0]:rows[-1] + 1, columns[0]:columns[-1] + 1]
        c, s = math.cos(self.turn(t)), math.sin(self.turn(t))
        x, y = grid_x[part] - at[0], grid_y[part] - at[1]
        u, v = c * x + s * y, c * y - s * x
        a, b = self.half
        inside = (a - np.hypot(u, v * a / b)) if self.round else np.minimum(a - np.abs(u), b - np.abs(v))
        cover = np.clip(inside + .5, 0, 1)
        tone = self.tone + 22 * np.sign(np.sin(self.stripes * (u + .4 * v)))
        picture[part] += cover * (tone - picture[part])


class Scene:
    """A clip: how it is drawn, and its events as (seconds, kind, strength)."""

    def __init__(self, chance, size, rate, seconds):
        self.chance, self.size, self.rate, self.seconds = chance, size, rate, seconds
        self.ground = texture(chance, chance.uniform(1., 1.7))
        self.view = lambda t: View()
        self.things, self.events = [], []
        self.light = lambda frame: (1., 0.)
        self.bursts = []
        self.noise = chance.uniform(.6, 1.8)
        self.looked, self.kept = None, None
        self.changes = []

    @property
    def fps(self):
        return self.rate[0] / self.rate[1]

    def seen_ground(self, view):
        """Where on the ground each pixel looks, and what is there."""
        width, height = self.size
        x, y = np.meshgrid(np.arange(width, dtype=np.float32) - width / 2 + .5, np.arange(height, dtype=np.float32) - height / 2 + .5)
        c, s = math.cos(view.turn) / view.zoom, math.sin(view.turn) / view.zoom
        grid_x, grid_y = c * x - s * y + np.float32(view.x), s * x + c * y + np.float32(view.y)
        left, top = np.floor(grid_x), np.floor(grid_y)
        across, down = grid_x - left, grid_y - top
        i, j = left.astype(np.int32) & SIDE - 1, top.astype(np.int32) & SIDE - 1
        i1, j1, g = i + 1 & SIDE - 1, j + 1 & SIDE - 1, self.ground
        above = g[j, i] * (1 - across) + g[j, i1] * across
        below = g[j1, i] * (1 - across) + g[j1, i1] * across
        return grid_x, grid_y, above * (1 - down) + below * down

    def exposed(self, t):
        """The picture at one instant, as floats."""
        view = self.view(t)
        key = (view.x, view.y, view.zoom, view.turn)
        if key != self.looked:
            self.looked, self.kept = key, self.seen_ground(view)
        grid_x, grid_y, ground = self.kept
        picture = ground.copy()
        for thing in self.things:
            thing.draw(picture, grid_x, grid_y, t)
        return picture

    def still(self):
        """Stretches, [from, to) in frames, of a third of a second or more in which nothing changes but noise; after `frames`."""
        found, since = [], None
        for frame, change in enumerate(self.changes[1:] + [math.inf], 1):
            if change * self.fps < STILL and since is None:
                since = frame
            if change * self.fps >= STILL and since is not None:
                if frame - since >= self.fps / 3:
                    found.append([since, frame])
                since = None
        return found

    def frames(self):
        """The frames of the clip, one after the other, as bytes."""
        width, height = self.size
        x, y = np.meshgrid(np.arange(width), np.arange(height))
        before = None
        for frame in range(round(self.seconds * self.fps)):
            t = frame / self.fps
            picture = sum(self.exposed(t + OPEN / self.fps * k / EXPOSURES) for k in range(EXPOSURES)) / EXPOSURES
            for start, (bx, by), radius, loud in self.bursts:
                age = t - start
                if 0 <= age < .9:
                    ring = np.exp(-((np.hypot(x - bx, y - by) - radius * (1 - math.exp(-6 * age))) / (.22 * radius)) ** 2)
                    picture = picture + loud * math.exp(-3.2 * age) * (ring + math.exp(-9 * age))
            gain, lift = self.light(frame)
            picture = picture * gain + lift
            self.changes.append(0. if before is None else float(np.abs(picture - before).mean()))
            before = picture
            picture = picture + self.noise * self.chance.standard_normal(picture.shape, dtype=np.float32)
            yield np.clip(np.round(picture), 0, 255).astype(np.uint8).tobytes()
