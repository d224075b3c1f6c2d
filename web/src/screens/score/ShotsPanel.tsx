import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { filmOf, type ShotFacts } from '@caesura/core/film';
import type { Payer } from '@caesura/core/edits';
import { waitsForFile, type Plan } from '@caesura/core/plan';
import { counted, timecodeAt } from '../../app/format.ts';
import { ClipCardPicture } from '../../components/ClipCardPicture.tsx';
import { FramePicture } from '../../components/FramePicture.tsx';
import { useProxy } from '../../proxy/use-proxy.ts';
import { landsWords } from '../../components/event-words.ts';
import { OwnSoundFields } from './OwnSoundFields.tsx';
import { ShotPanel } from './ShotPanel.tsx';
import { joinsAt } from './shot-words.ts';
import { Word } from '../../components/Word.tsx';

/** One frame of a shot, as wide as the panel: the event that lands, or the middle. */
function LargePicture({ facts, moment }: { facts: ShotFacts; moment: number | null }) {
  const { clip } = facts;
  const reader = useProxy(clip?.proxy);
  if (clip && waitsForFile(clip))
    return (
      <figure className="large-picture">
        <ClipCardPicture clip={clip} />
      </figure>
    );
  if (!reader) return null;
  const frame = moment ?? facts.time!.at(facts.length >> 1);
  return (
    <figure className="large-picture">
      <FramePicture reader={reader} frame={frame} label={`Source frame ${frame}`} />
      <figcaption className="figures">
        {frame} {moment === null ? 'middle' : 'lands'}
      </figcaption>
    </figure>
  );
}

/** One chosen shot: what is seen, what lands, what follows, and everything that can be changed. */
function OneShot({ plan, facts, onSplit }: { plan: Plan; facts: ShotFacts; onSplit: () => void }) {
  const [payer, setPayer] = useState<Payer>('next');
  const { shots, events } = filmOf(plan);
  const { index, clip, start, end } = facts;
  const here = events.filter((event) => event.shot === index);
  const landed = here.find(({ state }) => state === 'lands');
  const next = shots[index + 1];
  return (
    <>
      <h2 className="panel-title">
        Shot {index + 1} <small>{clip?.name ?? 'No clip'}</small>
      </h2>
      {clip && <LargePicture facts={facts} moment={landed?.moment ?? null} />}
      <dl className="facts">
        <dt>From</dt>
        <dd className="figures">
          {timecodeAt(start, plan)} · {start}
        </dd>
        <dt>Until</dt>
        <dd className="figures">
          {timecodeAt(end, plan)} · {end}
        </dd>
        <dt>Then</dt>
        <dd>{next ? `${next.clip?.name ?? 'No clip'}${joinsAt(plan, index + 1)}` : 'the end'}</dd>
      </dl>
      <h3>
        <Word>What lands</Word>
      </h3>
      {here.length === 0 ? (
        <p className="hint">
          {clip && clip.moments.length === 0
            ? 'No moments are kept of this clip yet.'
            : 'No moment is seen here.'}
        </p>
      ) : (
        <ul className="lands">
          {here.map((event) => (
            <li key={event.moment} className={`is-${event.state}`}>
              {landsWords(event)}
            </li>
          ))}
        </ul>
      )}
      <ShotPanel
        plan={plan}
        facts={facts}
        last={shots.length - 1}
        payer={payer}
        onPayer={setPayer}
        onSplit={onSplit}
      />
    </>
  );
}

/** Several chosen shots: what they are together, and what can be done with the stretch. */
function Several({
  plan,
  chosen,
  onRelay,
}: {
  plan: Plan;
  chosen: readonly ShotFacts[];
  onRelay: () => void;
}) {
  const { events } = filmOf(plan);
  const lengths = chosen.map((s) => s.length);
  const all = lengths.reduce((sum, n) => sum + n, 0);
  const landed = new Set(events.filter((e) => e.state === 'lands').map((e) => e.shot));
  const clips = new Set(chosen.map(({ clip }) => clip?.name ?? 'no clip'));
  const lands = chosen.filter(({ index }) => landed.has(index)).length;
  const [first, last] = [chosen[0]!, chosen.at(-1)!];
  const sounding = chosen.find(({ clip }) => clip?.sound);
  return (
    <>
      <h2 className="panel-title">{counted(chosen.length, 'shot')}</h2>
      <dl className="facts">
        <dt>Together</dt>
        <dd className="figures">{all} f</dd>
        <dt>Each</dt>
        <dd className="figures">
          {Math.min(...lengths)} to {Math.max(...lengths)} f
        </dd>
        <dt>From, until</dt>
        <dd className="figures">
          {timecodeAt(first.start, plan)} · {timecodeAt(last.end, plan)}
        </dd>
        <dt>With a moment that lands</dt>
        <dd className="figures">{lands}</dd>
      </dl>
      <p>{[...clips].join(', ')}</p>
      <div className="buttons">
        <Button
          variant="dark"
          onClick={onRelay}
          title="Other layouts from the first to the last (R)"
        >
          Propose this stretch anew
        </Button>
      </div>
      {sounding && (
        <OwnSoundFields
          film={filmOf(plan)}
          facts={sounding}
          chosen={chosen.map(({ index }) => index)}
        />
      )}
      <p className="hint">
        Of a proposal that is on view, “Take the selected stretch” takes only what is chosen here.
      </p>
    </>
  );
}

/** What is known of the chosen shots, and what can be done with them. */
export function ShotsPanel({
  plan,
  chosen,
  onSplit,
  onRelay,
}: {
  plan: Plan;
  chosen: readonly ShotFacts[];
  onSplit: () => void;
  onRelay: () => void;
}) {
  const [only] = chosen;
  return (
    <aside className="panel" aria-label="The shots">
      {only && chosen.length === 1 ? (
        <OneShot key={only.shot.id} plan={plan} facts={only} onSplit={onSplit} />
      ) : (
        <Several plan={plan} chosen={chosen} onRelay={onRelay} />
      )}
    </aside>
  );
}
