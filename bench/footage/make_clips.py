"""
Makes clips whose events are known: drawn by script, coded with H.264.
usage: /usr/bin/python3 make_clips.py FOLDER tune|report|film-tune|film-report
"""
import json
import os
import subprocess
import sys

import numpy as np

sys.path.insert(0, os.path.dirname(os.path.abspath(__file__)))
from scenes import SCENES, TAKES, take
from world import Scene

FIRST = {'tune': 1, 'report': 1001, 'film-tune': 5001, 'film-report': 7001}
TIMES = 2
# Takes of which films are cut, and how long they are.
TAKE_COUNT, TAKE_SECONDS = 36, 6.
RATES = [(24000, 1001), (24, 1), (25, 1), (30000, 1001), (30, 1), (50, 1), (60000, 1001), (25, 1), (12, 1), (8, 1), (100, 1), (240, 1)]
SIZES = [(640, 360), (640, 360), (640, 360), (360, 640), (480, 360)]


def written(scene, path):
    width, height = scene.size
    rate = f'{scene.rate[0]}/{scene.rate[1]}'
    coder = subprocess.Popen(
        ['ffmpeg', '-hide_banner', '-loglevel', 'error', '-y', '-f', 'rawvideo', '-pix_fmt', 'gray', '-s', f'{width}x{height}', '-r', rate,
         '-i', 'pipe:0', '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '21', '-pix_fmt', 'yuv420p', path], stdin=subprocess.PIPE)
    for frame in scene.frames():
        coder.stdin.write(frame)
    coder.stdin.close()
    if coder.wait():
        raise SystemExit(f'{path} was not coded.')


def main():
    folder, part = sys.argv[1], sys.argv[2]
    os.makedirs(folder, exist_ok=True)
    items = []
    of_film = part.startswith('film')
    settings = TAKES if of_film else SCENES
    for index in range(TAKE_COUNT if of_film else TIMES * len(SCENES)):
        setting = settings[index % len(settings)]
        chance = np.random.default_rng(FIRST[part] + index)
        rate = RATES[int(chance.integers(len(RATES)))]
        if rate[0] / rate[1] < 20 and (of_film or setting.__name__ in ('flash', 'whip', 'bounce')):
            rate = (24, 1)
        fast = rate[0] / rate[1] > 99
        scene = Scene(chance, SIZES[int(chance.integers(len(SIZES)))], rate, (3. if fast else TAKE_SECONDS) if of_film else 2.4 if fast else 4.)
        if of_film:
            take(scene, setting)
        else:
            setting(scene)
        file = f'{index:02d}_{setting.__name__}.mp4'
        written(scene, os.path.join(folder, file))
        events = [{'at': round(t * scene.fps), 'kind': kind, 'strength': round(float(s), 3)} for t, kind, s in scene.events
                  if 0 < round(t * scene.fps) < round(scene.seconds * scene.fps) - 1]
        items.append({'file': file, 'rate': list(rate), 'size': list(scene.size), 'frames': round(scene.seconds * scene.fps), 'events': events,
                      'still': scene.still()})
    with open(os.path.join(folder, 'manifest.json'), 'w') as out:
        json.dump({'items': items}, out, indent=1)


if __name__ == '__main__':
    main()
