import path from 'node:path';
import { readFileSync, statSync, readdirSync } from 'node:fs';
import { ALL_FORMATS, EncodedPacketSink, FilePathSource, Input } from 'mediabunny';
import { expect, it } from 'vitest';
import { activityOf, proposedMoments, rateOfTimestamps, unpackFacts } from '@caesura/core/footage';
import { readPlan } from '@caesura/core/plan';
import { parseRate, toNumber } from '@caesura/core/time';

const output = path.join(import.meta.dirname, 'output');
const { clips } = JSON.parse(readFileSync(path.join(output, 'truth.json'), 'utf8')) as {
  clips: { id: string; rate: string; frames: number; moments: { at: number; kind: string }[] }[];
};

const fileOf = (id: string) => readdirSync(path.join(output, 'clips')).find((name) => name.startsWith(`${id}.`))!;

it.each(clips)('the demo clip $id holds the frames and rate it says', async ({ id, rate, frames, moments }) => {
  const input = new Input({ source: new FilePathSource(path.join(output, 'clips', fileOf(id))), formats: ALL_FORMATS });
  const track = (await input.getPrimaryVideoTrack())!;
  const ticks: number[] = [];
  for await (const packet of new EncodedPacketSink(track).packets(undefined, undefined, { metadataOnly: true }))
    ticks.push(Math.round(packet.timestamp * (await track.getTimeResolution())));
  expect(ticks).toHaveLength(frames);
  expect(
    rateOfTimestamps(
      ticks.toSorted((a, b) => a - b),
      await track.getTimeResolution(),
    )?.rate,
  ).toEqual(parseRate(rate));
  for (const { at } of moments) expect(at).toBeLessThan((frames * parseRate(rate).den) / parseRate(rate).num);
  input.dispose();
});

/** What is proposed for a clip, from what was seen of it. */
const proposalsOf = (id: string, rate: number) =>
  proposedMoments(activityOf(unpackFacts(readFileSync(path.join(output, 'movement', `${id}.movement`))), rate), rate);

it('what was seen of every clip has all its frames', () => {
  for (const { id, frames } of clips)
    expect(unpackFacts(readFileSync(path.join(output, 'movement', `${id}.movement`)))).toHaveLength(frames);
});

it.each(clips.filter((c) => c.moments.some((m) => m.kind === 'impact')))(
  'every impact in $id is proposed within two frames',
  ({ id, rate, moments }) => {
    const perSecond = toNumber(parseRate(rate));
    const proposed = proposalsOf(id, perSecond).filter((m) => m.kind === 'peak');
    for (const { at } of moments)
      expect(Math.min(...proposed.map((m) => Math.abs(m.at - at * perSecond)))).toBeLessThanOrEqual(2);
  },
);

it.each(['drying-rack', 'type-drawer'])('the pan of %s is proposed from its start to its end', (id) => {
  const { rate, moments } = clips.find((c) => c.id === id)!;
  const perSecond = toNumber(parseRate(rate));
  const proposed = proposalsOf(id, perSecond);
  expect(proposed.map((m) => m.kind)).toEqual(['start', 'settle']);
  moments.forEach(({ at }, i) => expect(Math.abs(proposed[i]!.at - at * perSecond)).toBeLessThanOrEqual(2));
});

it('is small enough to ship, and its plans are plans laid out to their targets', () => {
  const files = readdirSync(output, { recursive: true, withFileTypes: true }).filter((f) => f.isFile());
  const sizes = files.map((f) => statSync(path.join(f.parentPath, f.name)).size);
  expect(Math.max(...sizes)).toBeLessThan(1e6);
  expect(sizes.reduce((a, b) => a + b, 0)).toBeLessThan(12e6);
  for (const name of readdirSync(path.join(output, 'plans'))) {
    const plan = readPlan(JSON.parse(readFileSync(path.join(output, 'plans', name), 'utf8')));
    expect(plan.score?.length).toBe(plan.target);
  }
});
