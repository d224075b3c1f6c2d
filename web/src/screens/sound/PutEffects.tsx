import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { cutAnchors } from '@caesura/core/edits';
import { anchorOn, anchorOnCue, barLineBefore, dropsOf, type Film } from '@caesura/core/film';
import type { Anchor, EffectFile } from '@caesura/core/plan';
import { frames, toNumber } from '@caesura/core/time';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useEach } from '../../components/use-each.tsx';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import type { SoundItem } from './items.ts';

/** Frames over which a bed comes in and goes at first: longer than most windows. */
const BED_FADE = 24;

/** The beat so many beats before a frame, or as long before it by time where there are none. */
function beatsBefore(film: Film, frame: number, beats: number): Anchor {
  const { beats: all, plan } = film;
  const before = all.filter((cue) => cue.frame < frame);
  const beat = before[before.length - beats];
  if (beat) return anchorOnCue(plan, beat);
  const half = toNumber(plan.rate) / 2;
  return { on: 'frame', frame: frames(Math.max(0, Math.round(frame - beats * half))) };
}

/** Puts a riser from beats or bars before an instant, on which it peaks. */
function PutRiser({
  film,
  effect,
  item,
  position,
}: {
  film: Film;
  effect: EffectFile;
  item: SoundItem;
  position: number;
}) {
  const edit = useEdit();
  const [peaks, setPeaks] = useState('item');
  const [beats, setBeats] = useState(8);
  const { plan } = film;
  const drops = dropsOf(plan);
  const drop = drops.find(({ frame }) => String(frame) === peaks);
  const frame = drop?.frame ?? (peaks === 'position' ? position : item.frame);
  const at = drop?.anchor ?? anchorOn(plan, frames(frame), 'cut');
  const bars = beats % 4 === 0 ? barLineBefore(plan, frames(frame), beats / 4) : null;
  const onBar = film.beats.some((cue) => cue.kind === 'downbeat' && cue.frame === frame);
  return (
    <>
      <Choose
        label="Peaks on"
        value={peaks}
        of={{
          item: item.join ? `cut ${item.join.cut}` : `frame ${item.frame}`,
          position: `the position, ${position}`,
          ...Object.fromEntries(drops.map((d) => [d.frame, `the drop at ${d.frame}`])),
        }}
        onChoose={setPeaks}
      />
      <NumberField
        label="Rises over"
        value={beats}
        unit="beats"
        least={1}
        most={128}
        onCommit={(n) => {
          setBeats(Math.round(n));
          return true;
        }}
      />
      <div className="buttons">
        <Button
          variant="outline-dark"
          onClick={() =>
            edit('putRiser', effect.id, (onBar && bars) || beatsBefore(film, frame, beats), at)
          }
        >
          As a riser
        </Button>
      </div>
    </>
  );
}

/** Puts an effect on each cue of a range or on each phrase, varied. */
function PutOnEach({
  film,
  effect,
  position,
}: {
  film: Film;
  effect: EffectFile;
  position: number;
}) {
  const edit = useEdit();
  const { fields, anchors } = useEach(film, position);
  const phrases = film.phrases.filter(({ phrase }) => !phrase.off);
  const onPhrases = phrases.map(({ phrase }): Anchor => ({
    on: 'phrase',
    phrase: phrase.id,
    by: 0,
  }));
  return (
    <details>
      <summary>On cues and phrases</summary>
      {fields}
      <div className="buttons">
        <Button
          variant="outline-dark"
          disabled={anchors.length === 0}
          onClick={() => edit('putRun', effect.id, anchors)}
        >
          {anchors.length === 0 ? 'None there' : `Put ${anchors.length}, varied`}
        </Button>
        {phrases.length > 0 && (
          <Button variant="outline-dark" onClick={() => edit('putRun', effect.id, onPhrases)}>
            On {counted(phrases.length, 'phrase')}
          </Button>
        )}
      </div>
    </details>
  );
}

/**
 * Puts an effect where it is looked at: on the cuts that are chosen, rising to one or to a drop, on
 * every cut up to another, under all of them, or on cues.
 */
export function PutEffects({
  film,
  item,
  chosen,
  effect,
  position,
}: {
  film: Film;
  item: SoundItem;
  /** All places that are chosen. */
  chosen: readonly SoundItem[];
  effect: EffectFile;
  /** Frame of the film. */
  position: number;
}) {
  const edit = useEdit();
  const { plan } = film;
  const last = film.joins.length;
  const [until, setUntil] = useState<number | null>(null);
  const cut = item.join?.cut ?? null;
  const cuts = chosen.flatMap(({ join }) => (join ? [join.cut] : []));
  const to = cut === null ? 0 : Math.min(last, Math.max(cut, until ?? Math.min(last, cut + 3)));
  const several = cuts.length > 1;
  return (
    <>
      <div className="buttons">
        <Button
          variant="dark"
          disabled={cuts.length === 0}
          onClick={() =>
            edit(
              'putHits',
              effect.id,
              cuts.flatMap((n) => cutAnchors(plan, n, n)),
            )
          }
        >
          {several ? `Put it on ${cuts.length} cuts` : `Put it on cut ${cut ?? '–'}`}
        </Button>
        <Button
          variant="outline-dark"
          onClick={() => edit('putHits', effect.id, [anchorOn(plan, frames(position), 'cut')])}
        >
          At the position
        </Button>
      </div>
      {several ? (
        <div className="buttons">
          <Button
            variant="outline-dark"
            onClick={() =>
              edit(
                'putRun',
                effect.id,
                cuts.flatMap((n) => cutAnchors(plan, n, n)),
              )
            }
          >
            On each of them, varied
          </Button>
        </div>
      ) : (
        cut !== null && (
          <>
            <WholeField
              label="Up to cut"
              value={to}
              least={cut}
              most={Math.max(cut, last)}
              onCommit={(n) => {
                setUntil(n);
                return true;
              }}
            />
            <div className="buttons">
              <Button
                variant="outline-dark"
                onClick={() => edit('putRun', effect.id, cutAnchors(plan, cut, to))}
              >
                On each cut, varied
              </Button>
              <Button
                variant="outline-dark"
                disabled={to === cut}
                onClick={() => {
                  const [from, end] = [
                    cutAnchors(plan, cut, cut)[0]!,
                    cutAnchors(plan, to, to)[0]!,
                  ];
                  edit('putBed', effect.id, { from, to: end }, frames(BED_FADE));
                }}
              >
                As a bed to there
              </Button>
            </div>
          </>
        )
      )}
      <PutRiser {...{ film, effect, item, position }} />
      <PutOnEach {...{ film, effect, position }} />
    </>
  );
}
