import { useCallback, useEffect, useMemo, useState } from 'react';
import { Form, Tab, Tabs } from 'react-bootstrap';
import { Navigate, useNavigate, useParams } from 'react-router';
import { meantMoment, stillTail, storedFrameAt, type MomentKind } from '@caesura/core/footage';
import { soundsOf } from '@caesura/core/film';
import type { Clip } from '@caesura/core/plan';
import { proposalsOf } from '@caesura/core/sound';
import { sourceFrames, toNumber, type SourceFrames } from '@caesura/core/time';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { FramingFields } from '../../fields/FramingFields.tsx';
import { useClipAnalyses, useTimes } from '../../app/use-clip-analysis.ts';
import { useProxy } from '../../proxy/use-proxy.ts';
import { AlikePanel } from './AlikePanel.tsx';
import { ClipButtons } from './ClipButtons.tsx';
import { ClipHead } from './ClipHead.tsx';
import { ClipLines } from './ClipLines.tsx';
import { ClipSoundPanel } from './ClipSoundPanel.tsx';
import { FilePanel } from './FilePanel.tsx';
import { MomentsPanel } from './MomentsPanel.tsx';
import { mostOf } from './MovementCurve.tsx';
import { SpeedPanel } from './SpeedPanel.tsx';
import { useClipClock } from './use-clip-clock.ts';
import { useClipKeys } from './use-clip-keys.ts';

/** Frames in a line, from near to far. */
const ACROSS = [48, 96, 192, 384, 768];

/** One clip, large. */
export default function ClipScreen() {
  const plan = usePlan();
  const { clip: id } = useParams();
  const clip = plan.clips.find((c) => c.id === id);
  return clip ? <Large key={clip.id} clip={clip} /> : <Navigate to=".." relative="path" replace />;
}

function Large({ clip }: { clip: Clip }) {
  const plan = usePlan();
  const edit = useEdit();
  const go = useNavigate();
  const clipAnalysisOf = useClipAnalyses(plan.clips);
  const times = useTimes(clip);
  const reader = useProxy(clip.proxy);
  const analysis = clipAnalysisOf(clip);
  const { frame, playing, place, toggle } = useClipClock(clip.frames, toNumber(clip.rate));
  const [across, setAcross] = useState(96);
  const proposed = useMemo(
    () => proposalsOf(clip, analysis?.proposed ?? [], soundsOf(plan)),
    [analysis, clip, plan],
  );
  const most = useMemo(() => (analysis ? mostOf(analysis) : 1), [analysis]);
  const storedOf = useCallback(
    (n: number) => (times ? storedFrameAt(times, clip.rate, n) : n),
    [times, clip.rate],
  );
  const tail = analysis && stillTail(analysis.still, clip.usable);
  const secondShot = analysis?.shotChanges.find(
    (at) => at > clip.usable.in && at < clip.usable.out,
  );
  const order = plan.clips.findIndex((c) => c.id === clip.id);

  const keep = () => edit('pinMoment', clip.id, meantMoment(frame, playing, proposed, clip.rate));
  const trim = () => {
    if (tail !== null) edit('setUsable', clip.id, clip.usable.in, tail);
  };
  useClipKeys({
    playing,
    play: toggle,
    byFrames: (by) => place(frame + by),
    toMoment: (by) => {
      const stops = [...clip.moments, ...proposed].map((m) => m.at).sort((a, b) => a - b);
      const next = by > 0 ? stops.find((at) => at > frame) : stops.findLast((at) => at < frame);
      if (next !== undefined) place(next);
    },
    keep,
    letGo: () => {
      if (clip.moments.some((m) => m.at === frame)) edit('unpinMoment', clip.id, frame);
      else if (proposed.some((m) => m.at === frame)) edit('declineMoment', clip.id, frame);
    },
    trim,
    usableFrom: () => edit('setUsable', clip.id, frame, clip.usable.out),
    usableTo: () => edit('setUsable', clip.id, clip.usable.in, sourceFrames(frame + 1)),
    neighbour: (by) => {
      const next = plan.clips[order + by];
      if (next) void go(`../footage/${next.id}`);
    },
    allClips: () => void go('../footage'),
  });
  useEffect(() => () => document.querySelector<HTMLElement>('.page')?.scrollTo(0, 0), []);
  const onPlace = useCallback((at: SourceFrames) => place(at), [place]);
  const onKeep = useCallback(
    (moment: { at: SourceFrames; kind: MomentKind }) =>
      void edit('pinMoment', clip.id, { at: moment.at, kind: moment.kind }),
    [edit, clip.id],
  );
  const onMove = useCallback(
    (from: SourceFrames, to: SourceFrames) =>
      void (edit('moveMoment', clip.id, from, to) && place(to)),
    [edit, clip.id, place],
  );
  const onUsable = useCallback(
    (from: SourceFrames, to: SourceFrames) => void edit('setUsable', clip.id, from, to),
    [edit, clip.id],
  );
  return (
    <div className="clip-large">
      <section className="clip-side" aria-label={clip.name}>
        <ClipHead {...{ clip, analysis, place: order, frame, reader, storedOf }} />
        <ClipButtons
          {...{ clip, playing, tail, secondShot, onPlay: toggle, onKeep: keep, onTrim: trim }}
        />
        <Tabs
          id="clip-tabs"
          variant="underline"
          defaultActiveKey="moments"
          mountOnEnter
          unmountOnExit
        >
          <Tab eventKey="moments" title="Moments">
            <MomentsPanel
              {...{ clip, analysis, proposed, frame, edit, onPlace, reader, storedOf }}
            />
          </Tab>
          <Tab eventKey="speed" title="Speed">
            <SpeedPanel {...{ plan, clip, times, edit }} />
          </Tab>
          <Tab eventKey="sound" title="Sound">
            <ClipSoundPanel plan={plan} clip={clip} />
          </Tab>
          <Tab eventKey="alike" title="Alike">
            <AlikePanel {...{ plan, clip, clipAnalysisOf }} />
          </Tab>
          <Tab eventKey="file" title="File">
            <FramingFields
              picture={clip.size}
              film={plan.size}
              own={clip.framing}
              usual={undefined}
              usualName="as usual, fills"
              onFrame={(framing) => edit('frameClip', clip.id, framing)}
            />
            <FilePanel clip={clip} times={times} analysis={analysis ?? null} />
          </Tab>
        </Tabs>
      </section>
      <section className="clip-lines">
        <div className="clip-lines-head">
          <Form.Select
            size="sm"
            aria-label="Frames in a line"
            value={across}
            onChange={(e) => setAcross(Number(e.target.value))}
          >
            {ACROSS.map((n) => (
              <option key={n} value={n}>
                {n} frames a line
              </option>
            ))}
          </Form.Select>
          <p>
            {clip.moments.length} kept, {proposed.length} proposed: drag a moment to move it,
            double-click a proposed one to keep it
          </p>
        </div>
        <ClipLines
          {...{
            clip,
            analysis,
            proposed,
            reader,
            storedOf,
            across,
            most,
            frame,
            onPlace,
            onKeep,
            onMove,
            onUsable,
          }}
        />
      </section>
    </div>
  );
}
