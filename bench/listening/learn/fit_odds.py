"""
Finds how much each fact counts for a reading of the beats, and for a way to count the bars: a conditional logit (McFadden 1974)
over the readings of each piece, fitted to those that are right, on pieces that the network has not learned from.
usage: /usr/bin/python3 fit_odds.py FACTS.json ODDS.json [--told]
"""
import json
import sys

import numpy as np
import torch

torch.set_num_threads(1)
# How strongly coefficients are held to nothing, and in how many parts pieces are left out in turn to see what they are worth.
HOLD, PARTS = .08, 8
FREE = ('always', 'unheard')


def credit(f):
    """What a reading of an F-measure is worth: one that is counted at another level a little, one that is off nothing."""
    return np.clip((np.asarray(f) - .6) / .3, .005, 1)


def choices(pieces, kind):
    """(piece, facts of each choice, credit of each, F-measures) of each piece; of beats there is also the choice of none."""
    found = []
    for piece in pieces:
        listed = piece[kind]
        if not listed:
            continue
        names = list(listed[0]['facts'])
        facts = np.array([[c['facts'][n] for n in names] for c in listed])
        f = np.array([c['f'] for c in listed])
        right = credit(f)
        if kind == 'readings':
            names.append('none')
            facts = np.vstack([np.hstack([facts, np.zeros((len(facts), 1))]), np.eye(len(names))[-1]])
            f = np.append(f, 0.)
            right = np.append(right, .005) if piece['pulse'] else np.append(np.full(len(listed), .005), 1.)
        elif f.max() < .6:
            continue
        found.append((piece, facts, right, f))
    return found, names


def fitted(found, spread, shares):
    facts = [torch.tensor(x / spread) for _, x, _, _ in found]
    right = [torch.tensor(r) for _, _, r, _ in found]
    share = torch.tensor([shares.get(p['category'], 1.) for p, *_ in found])
    weights = torch.zeros(len(spread), dtype=torch.float64, requires_grad=True)
    optimiser = torch.optim.LBFGS([weights], max_iter=200, line_search_fn='strong_wolfe')

    def loss():
        optimiser.zero_grad()
        each = torch.stack([-torch.log((torch.softmax(x @ weights, 0) * r).sum()) for x, r in zip(facts, right)])
        total = (each * share).sum() / share.sum() + HOLD * (weights ** 2).sum()
        total.backward()
        return total

    optimiser.step(loss)
    return weights.detach().numpy() / spread


def odds(weights, facts):
    z = facts @ weights
    p = np.exp(z - z.max())
    return p / p.sum()


def left_out(found, spread, shares):
    """What the choice would be on each piece when neither it nor another on the same tune or groove is fitted to."""
    groups = sorted({p['group'] for p, *_ in found})
    parts = dict(zip(groups, np.random.default_rng(1).integers(0, PARTS, len(groups))))
    part = [parts[p['group']] for p, *_ in found]
    told = []
    for k in range(PARTS):
        weights = fitted([f for f, g in zip(found, part) if g != k], spread, shares)
        told += [(piece, odds(weights, facts), f) for (piece, facts, _, f), g in zip(found, part) if g == k]
    return told


def tell(kind, told):
    groups = ['all'] + sorted({p['category'] for p, *_ in told})
    for group in groups:
        of = [(p, q, f) for p, q, f in told if group in ('all', p['category'])]
        pulse = [(p, q, f) for p, q, f in of if p['pulse']]
        mean = lambda values: float(np.mean(values)) if len(values) else float('nan')
        last = len if kind == 'bars' else lambda f: len(f) - 1
        heard = lambda q, f: f[int(np.argmax(q[:last(f)]))]
        four = lambda q, f: max(f[i] for i in np.argsort(-q[:last(f)])[:4])
        print(kind, group.ljust(10), len(of), f"F {mean([heard(q, f) for _, q, f in pulse]):.3f}",
              f"best of four {mean([four(q, f) for _, q, f in pulse]):.3f}", f"best {mean([f.max() for *_, f in pulse]):.3f}",
              ' '.join(f"{t} {mean([p[t] for p, *_ in pulse]):.3f}" for t in ('made', 'learned') if kind == 'readings'))
    sure = [(q.max(), f[q.argmax()], p) for p, q, f in told]
    for low, high in ((0, .4), (.4, .6), (.6, .8), (.8, .9), (.9, .95), (.95, 1.01)):
        of = [f >= .85 if p['pulse'] else f == 0 for q, f, p in sure if low <= q < high]
        if of:
            print(f'  from {low:.2f}: {len(of)}, right {np.mean(of):.3f}')
    print('  off, and how sure:', ' '.join(f"{p['file']} {q:.2f}" for q, f, p in sure if f < .5 and p['pulse']))


def chances(kind, samples):
    """
    How much each fact counts for something to be right, by logistic regression over (file, facts, right): each piece counts
    once however many it has. Facts speak for it, if at all; only those that are FREE may speak against it.
    """
    names = list(samples[0][1])
    x = np.array([[facts[n] for n in names] for _, facts, _ in samples])
    y = np.array([right for *_, right in samples], float)
    counts = {}
    for file, *_ in samples:
        counts[file] = counts.get(file, 0) + 1
    share = np.array([1 / counts[file] for file, *_ in samples])
    share /= share.sum()
    free = torch.tensor([n in FREE for n in names])
    roots = torch.full((x.shape[1],), .5, dtype=torch.float64, requires_grad=True)
    weights_of = lambda: torch.where(free, roots - .5, roots ** 2)
    inputs, wanted, part = torch.tensor(x), torch.tensor(y), torch.tensor(share)
    optimiser = torch.optim.LBFGS([roots], max_iter=300, line_search_fn='strong_wolfe')

    def loss():
        optimiser.zero_grad()
        weights = weights_of()
        each = torch.nn.functional.binary_cross_entropy_with_logits(inputs @ weights, wanted, reduction='none')
        total = (each * part).sum() + 1e-4 * (weights ** 2).sum()
        total.backward()
        return total

    optimiser.step(loss)
    found = weights_of().detach().numpy()
    sure = 1 / (1 + np.exp(-x @ found))
    for low, high in ((0, .2), (.2, .4), (.4, .6), (.6, .8), (.8, .9), (.9, .95), (.95, 1.01)):
        inside = (sure >= low) & (sure < high)
        if inside.any():
            print(f'  {kind} from {low:.2f}: {inside.sum()}, right {y[inside].mean():.3f}, by piece {np.average(y[inside], weights=share[inside]):.3f}')
    return {n: round(float(w), 4) for n, w in zip(names, found)}


def beats_of(told):
    """(file, facts, right) of all beats that were heard, with how likely their reading seemed while the piece was left out."""
    for piece, likely, _ in told:
        p = min(.995, max(.005, float(likely[piece['heard']])))
        for beat in piece['beats']:
            yield piece['file'], {**beat['facts'], 'reading': np.log(p / (1 - p))}, beat['right']


def main():
    pieces = json.load(open(sys.argv[1]))
    # Music that people wrote counts for more than what is made by the rules that were learned from.
    shares = {'made': .4}
    record = {}
    for kind in ('readings', 'bars'):
        found, names = choices([p for p in pieces if p['category'] != 'form'], kind)
        spread = np.concatenate([x for _, x, *_ in found]).std(0) + 1e-6
        told = left_out(found, spread, shares)
        tell(kind, told)
        if kind == 'readings':
            record['beats'] = chances('beats', list(beats_of(told)))
        weights = fitted(found, spread, shares)
        record[kind] = {n: round(float(w), 4) for n, w in zip(names, weights)}
        print(record[kind])
    for kind in ('words', 'sections', 'rises', 'drops'):
        samples = [(p['file'], c['facts'], c['right']) for p in pieces for c in p[kind] or ()]
        record[kind] = chances(kind, samples)
        print(record[kind])
    with open(sys.argv[2], 'w') as out:
        json.dump(record, out, indent=2)


if __name__ == '__main__':
    main()
