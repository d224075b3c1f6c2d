"""
Writes a trained network as the file that the application reads, with a short piece and what the trainer says of it for a test.
usage: /usr/bin/python3 export.py CHECKPOINT WEIGHTS.json [CHECK.json]
"""
import base64
import json
import os
import sys

import numpy as np
import torch

sys.path.insert(0, os.path.dirname(os.path.abspath(__file__)))
from features import features as features_of
from synth import RATE
from net import CENTRE, DILATIONS, INPUTS, OUTPUTS, SPREAD, Net, scaled

VERSION = 1


def folded(convolution, norm):
    """A convolution with the normalisation after it in its weights."""
    gain = norm.weight / torch.sqrt(norm.running_var + norm.eps)
    return (convolution.weight * gain[:, None, None]).detach().numpy(), (norm.bias - norm.running_mean * gain).detach().numpy()


def tensors_of(net):
    """(name, values) of all layers, in the order of the file."""
    found = []

    def layer(name, weights, bias):
        found.extend([(f'{name}.weights', weights), (f'{name}.bias', bias)])

    plain = lambda c: (c.weight.detach().numpy(), c.bias.detach().numpy())
    weights, bias = folded(net.first, net.first_norm)
    # The scaling of the bytes goes into the first layer, so that it takes them as they are.
    layer('first', weights / SPREAD, bias - weights.sum((1, 2)) * CENTRE / SPREAD)
    layer('second', *folded(net.second, net.second_norm))
    for i, block in enumerate(net.blocks):
        layer(f'blocks.{i}.wide', *folded(block.wide, block.norm))
        layer(f'blocks.{i}.point', *plain(block.point))
    gain = (net.last_norm.weight / torch.sqrt(net.last_norm.running_var + net.last_norm.eps)).detach()
    found.append(('scale', gain.numpy()))
    found.append(('offset', (net.last_norm.bias - net.last_norm.running_mean * gain).detach().numpy()))
    layer('hidden', *plain(net.hidden))
    layer('head', *plain(net.head))
    return found


def of_tones():
    """Features of a second of tones that start and die away, by a formula that the test has as well."""
    t = np.arange(RATE) / RATE
    sound = sum(.4 * np.sin(2 * np.pi * hertz * t) * np.where(t >= start, np.exp(-8 * (t - start)), 0)
                for hertz, start in ((110, 0), (440, .2), (1000, .5), (5000, .73)))
    return features_of(sound.astype(np.float32))


def main():
    kept = torch.load(sys.argv[1])
    net = Net(**kept['shape'])
    net.load_state_dict(kept['mean'])
    net.eval()
    tensors = tensors_of(net)
    values = np.concatenate([np.asarray(v, np.float32).ravel() for _, v in tensors]).astype('<f2')
    file = {'version': VERSION, 'record': kept['record'], 'width': kept['shape']['width'], 'taps': kept['shape']['taps'],
            'dilations': list(DILATIONS), 'outputs': list(OUTPUTS), 'tensors': [[n, list(np.shape(v))] for n, v in tensors],
            'values': base64.b64encode(values.tobytes()).decode()}
    with open(sys.argv[2], 'w') as out:
        json.dump(file, out)
    print(f'{len(values)} weights, {os.path.getsize(sys.argv[2])} bytes')
    if len(sys.argv) > 3:
        rng = np.random.default_rng(3)
        features = rng.integers(0, 200, (300, INPUTS), dtype=np.uint8)
        with torch.no_grad():
            said = torch.sigmoid(net(scaled(torch.from_numpy(features.T.copy()))[None]))[0].numpy()
        with open(sys.argv[3], 'w') as out:
            json.dump({'features': base64.b64encode(features.tobytes()).decode(), 'tones': base64.b64encode(of_tones().tobytes()).decode(),
                       'said': {o: [round(float(v), 5) for v in said[i]] for i, o in enumerate(OUTPUTS)}}, out)


if __name__ == '__main__':
    main()
