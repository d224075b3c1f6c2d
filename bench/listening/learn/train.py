"""
Trains the network by steps and seeds: the same pieces, steps and seed make the same weights. It can be stopped and goes on
from its last checkpoint.
usage: /usr/bin/python3 train.py FOLDER NAME --hours 20 --steps 8000 [--seed 1] [--width 32] [--until 4000]
"""
import argparse
import json
import os
import sys
import time

import numpy as np
import torch

sys.path.insert(0, os.path.dirname(os.path.abspath(__file__)))
from net import OUTPUTS, Net, scaled
from pieces import Crops, read

SOURCES = {'made': .58, 'grooves': .2, 'tunes': .14, 'negatives': .08}
# What an instant counts against the many frames that have none, and each output in the sum.
RARE = {'beat': 4, 'downbeat': 8, 'section': 6, 'rise': 2, 'voice': 1, 'word': 6, 'drop': 6, 'between': 4}
SHARE = {'beat': 1, 'downbeat': .7, 'section': .15, 'rise': .1, 'voice': .15, 'word': .2, 'drop': .1, 'between': .3}
# Shares once the beats are learned: of what is rare, so that most frames teach nothing of it.
LATER = {**SHARE, 'section': .8, 'rise': .5, 'word': .4, 'drop': 3}
LENGTH, BATCH = 2400, 8
WARM_UP, KEEP_EVERY = 100, 250


def rate_at(step, steps, most):
    """Up over the first steps, then down along half a cosine to a fiftieth."""
    return most * min(1, (step + 1) / WARM_UP) * (.02 + .98 * (.5 + .5 * np.cos(np.pi * min(1, step / steps))))


def loss_of(said, wanted, known, shares):
    rare = torch.tensor([float(RARE[o]) for o in OUTPUTS]).view(1, -1, 1)
    share = torch.tensor([float(shares[o]) for o in OUTPUTS])
    each = torch.nn.functional.binary_cross_entropy_with_logits(said, wanted, reduction='none', pos_weight=rare).mean(2)
    per_output = (each * known).sum(0) / known.sum(0).clamp(min=1)
    return (per_output * share).sum(), per_output.detach()


def trained(options):
    torch.set_num_threads(options.threads)
    torch.manual_seed(options.seed)
    torch.use_deterministic_algorithms(True)
    pieces = read(options.folder, SOURCES, options.hours)
    hours = sum(len(p.features) for p in pieces) / 360_000
    net = Net(options.width)
    optimiser = torch.optim.Adam(net.parameters(), lr=options.rate, weight_decay=1e-6)
    if options.after:
        net.load_state_dict(torch.load(os.path.join(options.folder, 'checkpoints', f'{options.after}.pt'))['mean'])
    mean = {k: v.clone() for k, v in net.state_dict().items()}
    path = os.path.join(options.folder, 'checkpoints', f'{options.name}.pt')
    os.makedirs(os.path.dirname(path), exist_ok=True)
    step = 0
    if os.path.exists(path):
        kept = torch.load(path)
        net.load_state_dict(kept['net'])
        optimiser.load_state_dict(kept['optimiser'])
        mean, step = kept['mean'], kept['step']
        torch.set_rng_state(kept['chance'])
    print(f'{len(pieces)} pieces, {hours:.1f} hours, {sum(p.numel() for p in net.parameters())} weights, from step {step}', flush=True)
    crops = Crops(pieces, LENGTH, options.seed)
    if step:
        crops.rng.bit_generator.state = kept['crops']
    told, begun = [], time.time()
    until = min(options.steps, options.until or options.steps)
    while step < until:
        for group in optimiser.param_groups:
            group['lr'] = rate_at(step, options.steps, options.rate)
        features, wanted, known = (torch.from_numpy(a) for a in crops.batch(BATCH))
        net.train()
        loss, each = loss_of(net(scaled(features)), wanted, known, LATER if options.after else SHARE)
        optimiser.zero_grad()
        loss.backward()
        torch.nn.utils.clip_grad_norm_(net.parameters(), 1.)
        optimiser.step()
        step += 1
        # What is kept is the running mean of the weights.
        slow = min(.995, (step + 1) / (step + 10))
        with torch.no_grad():
            for name, value in net.state_dict().items():
                mean[name] = mean[name] * slow + value * (1 - slow) if value.dtype.is_floating_point else value.clone()
        told.append(each.numpy())
        if step % KEEP_EVERY == 0 or step == until:
            figures = ' '.join(f'{o} {v:.4f}' for o, v in zip(OUTPUTS, np.mean(told, 0)))
            print(f'step {step} {figures} {(time.time() - begun) / 60:.1f} min', flush=True)
            told = []
            torch.save({'net': net.state_dict(), 'optimiser': optimiser.state_dict(), 'mean': mean, 'step': step,
                        'chance': torch.get_rng_state(), 'crops': crops.rng.bit_generator.state, 'shape': net.shape,
                        'record': {**{k: v for k, v in vars(options).items() if k not in ('folder', 'threads', 'until')}, 'hours': round(hours, 2),
                                   'pieces': len(pieces), 'step': step}}, path + '.partial')
            os.replace(path + '.partial', path)
    return path


def main():
    parser = argparse.ArgumentParser()
    parser.add_argument('folder')
    parser.add_argument('name')
    parser.add_argument('--hours', type=float, default=30)
    parser.add_argument('--steps', type=int, default=8000)
    parser.add_argument('--until', type=int, help='stop at this step, to go on another time')
    parser.add_argument('--after', help='go on from the weights of another training, for what is rare')
    parser.add_argument('--seed', type=int, default=1)
    parser.add_argument('--width', type=int, default=32)
    parser.add_argument('--rate', type=float, default=3e-3)
    parser.add_argument('--threads', type=int, default=1)
    print(trained(parser.parse_args()))


if __name__ == '__main__':
    main()
