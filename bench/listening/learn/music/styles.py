"""
Grooves as rows of cells, one row a drum: `x` a stroke, `o` a soft one, `.` none. Rows of common practice, written down here
from no file; each with the tempi at which it is played and how often it is taken.
"""
from dataclasses import dataclass

from .metre import Metre


@dataclass(frozen=True)
class Style:
    name: str
    metre: Metre
    slowest: float
    fastest: float
    weight: float
    rows: dict
    # Whether sixteenths may be swung, and whether the pulse that is felt is half of that which is written.
    swing: bool = False
    half_time: bool = False


FOUR = Metre(4, 4)
TRIPLET = Metre(4, 3)


def four(name, slowest, fastest, weight, **options):
    keep = {k: options.pop(k) for k in ('swing', 'half_time') if k in options}
    return Style(name, options.pop('metre', FOUR), slowest, fastest, weight, options, **keep)


EIGHTHS = 'x.o.x.o.x.o.x.o.'
SIXTEENTHS = 'xoooxoooxoooxooo'
QUARTERS = 'x...x...x...x...'
OFF = '..x...x...x...x.'
BACK = '....x.......x...'

STYLES = [
    four('rock', 60, 160, 7, kick='x.......x.......', snare=BACK, hat=EIGHTHS),
    four('rock, pushed', 62, 150, 6, kick='x.......x.x.....', snare=BACK, hat=EIGHTHS),
    four('rock, early', 62, 145, 3, kick='x.....x.x.......', snare=BACK, hat=EIGHTHS),
    four('pop sixteenths', 58, 112, 4, kick='x.......x.......', snare=BACK, hat=SIXTEENTHS, swing=True),
    four('pop sixteenths, busy', 58, 112, 3, kick='x......xx.x.....', snare=BACK, hat=SIXTEENTHS, swing=True),
    four('funk', 80, 118, 4, kick='x..x..x...x.....', snare='....x..o.o..x..o', hat=SIXTEENTHS, swing=True),
    four('funk, dry', 80, 118, 3, kick='x.x....x..x..x..', snare='....x.......x.o.', hat=EIGHTHS, swing=True),
    four('fast rock', 138, 210, 4, kick='x.......x.x.....', snare=BACK, hat=QUARTERS),
    four('fast, rolling kick', 125, 200, 4, kick='x.x.x.x.x.x.x.x.', snare=BACK, hat=QUARTERS),
    four('gallop', 118, 190, 3, kick='x.xxx.xxx.xxx.xx', snare=BACK, hat=QUARTERS),
    four('off-beat snare', 120, 215, 4, kick=QUARTERS, snare=OFF, hat=EIGHTHS),
    four('off-beat snare, plain', 150, 215, 2, kick='x.......x.......', snare=OFF, ride=QUARTERS),
    four('blast', 120, 195, 1.5, kick='x.x.x.x.x.x.x.x.', snare='x...x...x...x...', ride=EIGHTHS),
    four('half-time', 112, 180, 2, kick='x...............', snare='........x.......', hat=EIGHTHS, half_time=True),
    four('half-time, busy', 112, 180, 2, kick='x.....x...x.....', snare='........x.......', hat=EIGHTHS, half_time=True),
    four('half-time, heavy', 112, 185, 1.5, kick='x..x..........x.', snare='........x.......', crash=QUARTERS, half_time=True),
    four('four to the floor', 108, 150, 6, kick=QUARTERS, snare=BACK, openhat=OFF),
    four('four to the floor, full', 110, 150, 3, kick=QUARTERS, clap=BACK, hat=SIXTEENTHS, openhat=OFF),
    four('four to the floor, bare', 112, 165, 4, kick=QUARTERS, openhat=OFF),
    four('four to the floor, hard', 125, 185, 2.5, kick=QUARTERS, hat=EIGHTHS, clap='............x...'),
    four('disco', 105, 135, 3, kick=QUARTERS, snare=BACK, hat=EIGHTHS, openhat=OFF),
    four('breaks, fast', 155, 180, 4, kick='x.........x.....', snare=BACK, hat=EIGHTHS),
    four('breaks, fast and broken', 155, 180, 2.5, kick='x.x.......x.....', snare='....x..o.o..x..o', ride=EIGHTHS),
    four('breaks', 92, 150, 3, kick='x.x.......x.....', snare='....x..o.o..x...', hat=EIGHTHS),
    four('breaks, broken', 98, 150, 2, kick='x..x......xx....', snare='....x..o..o.x..o', hat=SIXTEENTHS),
    four('slow beats', 66, 108, 4, kick='x.........x.....', snare=BACK, hat=EIGHTHS, swing=True),
    four('slow beats, late', 68, 108, 3, kick='x..x...x..x.....', snare=BACK, hat=SIXTEENTHS, swing=True),
    four('rolling hats', 122, 166, 2, kick='x.....x.......x.', clap='........x.......', hat='x.x.xxx.x.x.x.xx', half_time=True),
    four('one drop', 112, 160, 1.5, kick='........x.......', rim='........x.......', hat=EIGHTHS, half_time=True),
    four('steppers', 120, 150, 1.5, kick=QUARTERS, rim='........x.......', hat=EIGHTHS, half_time=True),
    four('skank', 125, 190, 2.5, kick='x.......x.......', snare=BACK, openhat=OFF),
    four('bossa', 105, 165, 2.5, kick='x..xx..xx..xx..x', rim='x..x..x...x..x..', hat=EIGHTHS),
    four('samba', 85, 125, 2, kick='x..xx..xx..xx..x', hat=SIXTEENTHS, tom='......x.......x.'),
    four('cowbell', 95, 140, 2, kick='x.......x.......', bell='x...x.x.x...x.x.', conga='..oo..xx..oo..xx'),
    four('tresillo', 85, 112, 3, kick='x.......x.......', snare='...x..x....x..x.', hat=EIGHTHS),
    four('habanera', 90, 135, 1.5, kick='x..x..x.x..x..x.', snare='..............x.'),
    four('ballad', 46, 92, 6, kick='x...............', rim='........x.......', hat=EIGHTHS),
    four('ballad, full', 46, 92, 7, kick='x.......x.......', snare=BACK, hat=EIGHTHS),
    four('ballad, sixteenths', 46, 84, 6, kick='x.........x.....', snare=BACK, hat=SIXTEENTHS),
    four('ballad, pushed', 48, 95, 4, kick='x.....x...x.....', snare=BACK, hat=EIGHTHS),
    four('train', 90, 140, 2, kick='x.......x.......', snare='ooxoooxoooxoooxo'),
    four('two-beat', 90, 145, 2.5, kick='x.......x.......', snare=BACK, hat=OFF),
    four('march', 92, 135, 2, kick='x.......x.......', snare='x..xo.xxo..xo.xx'),
    four('all four', 70, 195, 3, kick=QUARTERS, snare=BACK, hat=EIGHTHS),
    four('snare on all', 100, 160, 2, kick='x.......x.......', snare=QUARTERS, hat=EIGHTHS),
    four('toms', 90, 160, 2, kick='x.......x.......', tom='x..x..x.x..x..xx'),
    four('toms, sparse', 70, 130, 1.5, tom='x.....x.x.....x.'),
    four('click', 60, 200, 1.5, wood=QUARTERS),
    four('hats alone', 55, 165, 1.5, hat=EIGHTHS),
    four('clap and kick', 70, 130, 2, kick='x.......x.......', clap=BACK),
    four('shaker', 70, 130, 2, shaker=SIXTEENTHS, kick='x.......x.......'),
    four('swing', 100, 245, 5, metre=TRIPLET, ride='x..x.ox..x.o', pedal='...x.....x..'),
    four('swing, brushes', 90, 200, 3, metre=TRIPLET, snare='o..o.oo..o.o', pedal='...x.....x..'),
    four('swing, feathered', 100, 230, 2, metre=TRIPLET, kick='o..o..o..o..', ride='x..x.ox..x.o', pedal='...x.....x..'),
    four('shuffle', 76, 170, 5, metre=TRIPLET, kick='x.....x.....', snare='...x.....x..', hat='x.ox.ox.ox.o'),
    four('shuffle, full', 80, 190, 4, metre=TRIPLET, kick='x....xx.....', snare='...x.....x..', ride='x.ox.ox.ox.o'),
    four('slow blues', 48, 95, 4, metre=TRIPLET, kick='x.....x.....', snare='...x.....x..', hat='xooxooxooxoo'),
    four('half-time shuffle', 110, 165, 1.5, metre=TRIPLET, kick='x....x......', snare='......x.....', hat='x.ox.ox.ox.o', half_time=True),
    four('marching triplets', 90, 140, 1.5, metre=TRIPLET, kick='x.....x.....', snare='x.oxoox.oxoo'),
    four('waltz', 80, 205, 4, metre=Metre(3, 4), kick='x...........', snare='....x...x...', hat='x...x...x...'),
    four('waltz, slow', 52, 100, 3, metre=Metre(3, 4), kick='x...........', rim='........x...', hat='x.o.x.o.x.o.'),
    four('three, rock', 75, 150, 2, metre=Metre(3, 4), kick='x.....x.....', snare='....x...x...', hat='x.o.x.o.x.o.'),
    four('three, sixteenths', 70, 130, 1.5, metre=Metre(3, 4), kick='x.........x.', snare='........x...', hat='xoooxoooxooo'),
    four('jazz three', 90, 200, 2.5, metre=Metre(3, 3), ride='x..x.ox..', pedal='...x..x..'),
    four('six-eight', 42, 112, 4, metre=Metre(2, 3), kick='x.....', snare='...x..', hat='xooxoo'),
    four('six-eight, busy', 45, 100, 2, metre=Metre(2, 3), kick='x.x...', snare='...x..', hat='xoxxox'),
    four('jig', 85, 135, 1.5, metre=Metre(2, 3), frame='x.ox.o'),
    four('twelve-eight', 46, 90, 3, metre=TRIPLET, kick='x.....x..x..', snare='...x.....x..', hat='xooxooxooxoo'),
    four('nine-eight', 55, 110, 1, metre=Metre(3, 3), kick='x........', snare='......x..', hat='xooxooxoo'),
    four('two', 90, 160, 2, metre=Metre(2, 4), kick='x.......', snare='....x...', hat='x.o.x.o.'),
    four('polka', 100, 145, 1.5, metre=Metre(2, 4), kick='x...x...', snare='..x...x.'),
    four('five', 88, 180, 1.5, metre=Metre(5, 4), kick='x.....x.....x.......', snare='....x...........x...', hat='x.o.x.o.x.o.x.o.x.o.'),
    four('five, swung', 110, 185, 1.5, metre=Metre(5, 3), ride='x..x.ox..x..x.o', pedal='...x.....x.....'),
    four('six', 80, 150, 1.5, metre=Metre(6, 4), kick='x...........x...........', snare='........x...........x...', hat='x.o.x.o.x.o.x.o.x.o.x.o.'),
    four('seven', 98, 180, 1.5, metre=Metre(7, 4), kick='x.......x.......x...........', snare='....x.......x.......x...x...', hat='x.o.x.o.x.o.x.o.x.o.x.o.x.o.'),
    four('seven-eight', 158, 250, 1.5, metre=Metre(7, 2), kick='x...x.........', snare='..x.....x...x.', hat='x.x.x.x.x.x.x.'),
    four('seven-eight, three first', 158, 250, 1, metre=Metre(7, 2), kick='x.....x.......', snare='....x.....x...', hat='x.x.x.x.x.x.x.'),
    four('five-eight', 158, 240, 1, metre=Metre(5, 2), kick='x.....x...', snare='....x...x.', hat='x.x.x.x.x.'),
]
