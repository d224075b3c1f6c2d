"""Scenes whose events are known: each function sets up what happens in a clip, by chance from a seed."""
import math

from world import Thing, View

GRAVITY = 2.6
# Pixels by which something that sets out from rest must have moved to be seen to.
SEEN_TO_MOVE = 1.5


def smooth(t, a, b):
    """From 0 at a to 1 at b, slowly out and slowly in."""
    p = min(1., max(0., (t - a) / (b - a)))
    return p * p * (3 - 2 * p)


def seen(speed):
    """How strong an event is by its change of speed, in widths a second."""
    return min(1., speed / 1.2)


def seen_from(at, pull):
    """When something that is pulled from rest, so many pixels a second more each second, is seen to move."""
    return at + math.sqrt(2 * SEEN_TO_MOVE / pull)


def shaken(scene, most):
    """A camera held by hand: slow wandering and a little tremor, in parts of the width."""
    width, chance = scene.size[0], scene.chance
    waves = [(chance.uniform(.2, .9), chance.uniform(0, 6.3), 1.) for _ in range(3)]
    waves += [(chance.uniform(3, 7), chance.uniform(0, 6.3), .12) for _ in range(2)]
    move = lambda t, turn: most * width * sum(w * math.sin(2 * math.pi * f * t + p + turn) for f, p, w in waves) / 3
    scene.view = lambda t: View(move(t, 0), move(t, 1.7))


def thing(scene, where, share=.16, **how):
    side = share * min(scene.size)
    scene.things.append(Thing(scene.chance, where, (side, side), **how))
    return side


def flash(scene):
    """One to three frames brighter, or darker; at times held by hand."""
    if scene.chance.random() < .5:
        shaken(scene, .004)
    length, gap = int(scene.chance.integers(1, 4)), int(.9 * scene.fps)
    first = int(scene.chance.uniform(.8, 1.6) * scene.fps)
    down = scene.chance.random() < .25
    starts = [first, first + gap + int(scene.chance.integers(0, gap))]
    lift = scene.chance.uniform(45, 110) * (-1 if down else 1)
    scene.light = lambda frame: (1., lift if any(s <= frame < s + length for s in starts) else 0.)
    scene.events = [(s / scene.fps, 'flash', min(1., abs(lift) / 70)) for s in starts]


def lights(scene):
    """Lights go on, or off, and stay so."""
    at = int(scene.chance.uniform(1, 2.2) * scene.fps)
    dark = scene.chance.uniform(.2, .45)
    on = scene.chance.random() < .6
    scene.light = lambda frame: ((1. if (frame >= at) == on else dark), 0.)
    scene.events = [(at / scene.fps, 'flash', min(1., (1 - dark) * 118 / 70))]


def fireworks(scene):
    scene.light = lambda frame: (.22, 0.)
    width, height = scene.size
    t = scene.chance.uniform(.6, 1.1)
    while t < scene.seconds - .8:
        loud = scene.chance.uniform(130, 220)
        at = (scene.chance.uniform(.25, .75) * width, scene.chance.uniform(.25, .75) * height)
        scene.bursts.append((t, at, scene.chance.uniform(.3, .5) * min(scene.size), loud / .22))
        scene.events.append((t, 'flash', min(1., loud / 200)))
        t += scene.chance.uniform(.8, 1.6)


def black(scene):
    """Black from one frame to the next, and the picture again after a while."""
    move = scene.chance.uniform(.1, .3) * scene.size[0]
    scene.view = lambda t: View(x=move * t)
    a, b = int(1.2 * scene.fps), int((1.2 + scene.chance.uniform(.5, 1)) * scene.fps)
    scene.light = lambda frame: (0., 6.) if a <= frame < b else (1., 0.)
    scene.events = [(a / scene.fps, 'flash', 1.), (b / scene.fps, 'flash', 1.)]


def fade(scene):
    """Fades up and away: nothing to land on."""
    if scene.chance.random() < .5:
        shaken(scene, .004)
    end = scene.seconds
    scene.light = lambda frame: (smooth(frame / scene.fps, .2, 1.4) * (1 - smooth(frame / scene.fps, end - 1.4, end - .2)), 0.)


def strike(scene):
    """Something falls under gravity and lies; at times the camera is knocked by it."""
    width, height = scene.size
    fall_from, at = -.42 * height, scene.chance.uniform(1., 1.8)
    floor = .3 * height
    g = GRAVITY * height
    takes = math.sqrt(2 * (floor - fall_from) / g)
    x = scene.chance.uniform(-.2, .2) * width
    where = lambda t: (x, fall_from if t < at else min(floor, fall_from + g * (t - at) ** 2 / 2))
    side = thing(scene, where, scene.chance.uniform(.1, .2), round_=scene.chance.random() < .5)
    hit = at + takes
    if scene.chance.random() < .4:
        knock = scene.chance.uniform(.008, .02) * height
        scene.view = lambda t: View(y=knock * math.exp(-14 * (t - hit)) * math.sin(60 * (t - hit)) if t > hit else 0.)
    scene.events = [(seen_from(at, g), 'start', .4), (hit, 'impact', seen(2 * g * takes / width * side / (.1 * height)))]


def bounce(scene):
    """A ball under gravity that leaps up again and again."""
    width, height = scene.size
    floor, g = .34 * height, GRAVITY * height
    kept = scene.chance.uniform(.65, .8)
    start = scene.chance.uniform(.3, .8)
    arcs, t, speed = [], start, 0.
    y0 = -.36 * height
    takes = math.sqrt(2 * (floor - y0) / g)
    arcs.append((t, t + takes, None))
    speed, t = g * takes * kept, t + takes
    scene.events = [(seen_from(start, g), 'start', .4), (t, 'impact', seen(g * takes * (1 + kept) / width))]
    while speed > .5 * height and t < scene.seconds - .3:
        lasts = 2 * speed / g
        arcs.append((t, t + lasts, speed))
        scene.events.append((t + lasts / 2, 'reversal', min(.6, seen(speed / width))))
        if t + lasts < scene.seconds - .1:
            scene.events.append((t + lasts, 'impact', seen(speed * (1 + kept) / width)))
        t, speed = t + lasts, speed * kept
    drift = scene.chance.uniform(-.06, .06) * width

    def where(t):
        for a, b, up in arcs:
            if t < b:
                since = max(0., t - a)
                y = y0 + g * since ** 2 / 2 if up is None else floor - up * since + g * since ** 2 / 2
                return (drift * (t - 1.5), y)
        return (drift * (t - 1.5), floor)

    thing(scene, where, scene.chance.uniform(.1, .16))
    scene.events = [e for e in scene.events if e[0] < scene.seconds - .15]


def close(scene):
    """Two jaws come together ever faster and stop."""
    width, height = scene.size
    at, lasts = scene.chance.uniform(.8, 1.6), scene.chance.uniform(.3, .6)
    way = scene.chance.uniform(.2, .32) * width
    part = lambda t: min(1., max(0., (t - at) / lasts)) ** 2
    for side in (-1, 1):
        scene.things.append(Thing(scene.chance, lambda t, side=side: (side * (way * (1 - part(t)) + .12 * width), 0), (.12 * width, .3 * height), False))
    scene.events = [(seen_from(at, 2 * way / lasts ** 2), 'start', .4), (at + lasts, 'impact', seen(2 * 2 * way / lasts / width))]


def whip(scene):
    """The camera whips over: rest, a turn of a few tenths of a second, rest."""
    at, lasts = scene.chance.uniform(1., 1.8), scene.chance.uniform(.25, .5)
    way = scene.chance.uniform(.9, 1.8) * scene.size[0] * (1 if scene.chance.random() < .5 else -1)
    scene.view = lambda t: View(x=way * smooth(t, at, at + lasts))
    scene.events = [(at, 'start', .6), (at + lasts / 2, 'whip', min(1., 1.5 * abs(way) / scene.size[0] / lasts / 3)), (at + lasts, 'settle', .8)]


def pan_back(scene):
    """The camera goes one way and turns back."""
    at, lasts = scene.chance.uniform(.5, .9), scene.chance.uniform(1.8, 2.6)
    way = scene.chance.uniform(.3, .7) * scene.size[0]
    scene.view = lambda t: View(x=way * math.sin(math.pi * min(1., max(0., (t - at) / lasts))))
    scene.events = [(at, 'start', .6), (at + lasts / 2, 'reversal', .6), (at + lasts, 'settle', .6)]


def pendulum(scene):
    """Something swings to and fro."""
    width, height = scene.size
    period, way = scene.chance.uniform(1.2, 2.2), scene.chance.uniform(.16, .3) * width
    phase = scene.chance.uniform(0, 1)
    where = lambda t: (way * math.sin(2 * math.pi * (t / period + phase)), .1 * height)
    thing(scene, where, scene.chance.uniform(.12, .2))
    k = math.ceil(2 * phase - .5)
    while True:
        t = ((k + .5) / 2 - phase) * period
        if t > scene.seconds - .2:
            break
        if t > .2:
            scene.events.append((t, 'reversal', min(1., 4 * math.pi * way / period / width / 2)))
        k += 1


def passing(scene):
    """Something comes in on one side and goes out on the other."""
    width, _ = scene.size
    at, lasts = scene.chance.uniform(.7, 1.3), scene.chance.uniform(.8, 1.5)
    way = 1 if scene.chance.random() < .5 else -1
    half = .2 * min(scene.size)
    reach = width / 2 + half
    where = lambda t: (way * (-reach + 2 * reach * (t - at) / lasts), 0.) if at <= t <= at + lasts else None
    thing(scene, where, .2, round_=scene.chance.random() < .5)
    speed = 2 * reach / lasts / width
    scene.events = [(at, 'entry', min(1., speed / 2)), (at + lasts, 'exit', min(1., speed / 2))]


def crossing(scene):
    """Two things go past each other all the time; where they cross nothing happens."""
    width, height = scene.size
    for side in (-1, 1):
        speed = scene.chance.uniform(.08, .14) * width
        thing(scene, lambda t, side=side, speed=speed: (side * speed * (t - scene.seconds / 2), side * .12 * height), .14)


def gear(scene):
    """The camera goes on at another speed from one instant on."""
    at = scene.chance.uniform(1.3, 2.)
    slow, fast = scene.chance.uniform(.04, .08) * scene.size[0], scene.chance.uniform(.45, .8) * scene.size[0]
    before, after = (slow, fast) if scene.chance.random() < .5 else (fast, slow)
    scene.view = lambda t: View(x=before * min(t, at) + after * max(0., t - at))
    scene.events = [(at, 'change', min(1., (fast - slow) / scene.size[0] / .6))]


def by_hand(scene):
    """Held by hand all the time: nothing happens."""
    shaken(scene, scene.chance.uniform(.006, .014))


def struck_by_hand(scene):
    """As a strike, held by hand."""
    strike(scene)
    shaken(scene, scene.chance.uniform(.003, .006))


def in_low_light(scene):
    """A strike in the dark, with much noise."""
    strike(scene)
    scene.light = lambda frame: (.3, 4.)
    scene.noise = scene.chance.uniform(3, 5)


def two(scene):
    """One thing falls while another goes round all the time."""
    strike(scene)
    width, height = scene.size
    spin = scene.chance.uniform(1.5, 3)
    thing(scene, lambda t: (-.3 * width + .06 * width * math.cos(spin * t), .12 * height * math.sin(spin * t)), .1)


def set_out(scene):
    """The camera rests, sets out and comes to rest again."""
    at, lasts = scene.chance.uniform(.7, 1.2), scene.chance.uniform(1., 1.8)
    way, zoom = scene.chance.uniform(.2, .5) * scene.size[0], scene.chance.choice([0., .25])
    scene.view = lambda t: View(x=way * smooth(t, at, at + lasts), zoom=1 + zoom * smooth(t, at, at + lasts))
    scene.events = [(at, 'start', .5), (at + lasts, 'settle', .5)]


SCENES = [flash, lights, fireworks, black, fade, strike, bounce, close, whip, pan_back, pendulum, passing, crossing, gear, by_hand,
          struck_by_hand, in_low_light, two, set_out, whip, strike, flash]


# What happens in the takes of a film; some of them twice as often as others.
TAKES = [strike, flash, bounce, close, fireworks, passing, struck_by_hand, lights, two, crossing, by_hand, pendulum]


def take(scene, setting):
    """A take as a film is cut from: the camera goes on slowly past what happens, and rests at the end."""
    setting(scene)
    before = scene.view
    pace = scene.chance.uniform(.06, .12) * scene.size[0] * (1 if scene.chance.random() < .5 else -1)
    ends, slows = scene.seconds - scene.chance.uniform(1., 1.8), .5
    gone = lambda t: pace * (t if t < ends else ends + slows * (1 - math.exp(-min(9., (t - ends) / slows * 2))) / 2)

    def view(t):
        held = before(t)
        return View(held.x + gone(t) - 1.6 * pace, held.y, held.zoom, held.turn)

    scene.view = view
