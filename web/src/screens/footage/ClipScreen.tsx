import { ArrowLeft, Pause, Pin, Play, Scissors } from 'lucide-react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { nanoid } from '@reduxjs/toolkit';
import { Button, Form, Tab, Tabs } from 'react-bootstrap';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import {
  cameraDirection,
  meantMoment,
  openProposals,
  stillTail,
  storedFrameAt,
  type MomentKind,
} from '@caesura/core/footage';
import type { Clip } from '@caesura/core/plan';
import {
  formatTimecode,
  rateLabel,
  sourceFrames,
  toNumber,
  type SourceFrames,
} from '@caesura/core/time';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useScreenKeys } from '../../app/keys.ts';
import { useClipAnalyses, useTimes } from '../../app/use-clip-analysis.ts';
import { FramePicture } from '../../components/FramePicture.tsx';
import { Poster } from '../../components/Poster.tsx';
import { useProxy } from '../../proxy/use-proxy.ts';
import { AlikePanel } from './AlikePanel.tsx';
import { ClipLines } from './ClipLines.tsx';
import { FilePanel } from './FilePanel.tsx';
import { MomentsPanel } from './MomentsPanel.tsx';
import { mostOf } from './MovementCurve.tsx';
import { SpeedPanel } from './SpeedPanel.tsx';
import { useClipClock } from './use-clip-clock.ts';

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
  const rate = toNumber(clip.rate);
  const { frame, playing, place, toggle } = useClipClock(clip.frames, rate);
  const [across, setAcross] = useState(96);
  const proposed = useMemo(
    () => openProposals(analysis?.proposed ?? [], clip, clip.rate),
    [analysis, clip],
  );
  const most = useMemo(() => (analysis ? mostOf(analysis) : 1), [analysis]);
  const storedOf = useCallback(
    (n: number) => (times ? storedFrameAt(times, clip.rate, n) : n),
    [times, clip.rate],
  );
  const seen = analysis?.frames[frame];
  const camera = seen ? cameraDirection(seen, rate) : null;
  const tail = analysis && stillTail(analysis.still, clip.usable);
  const secondShot = analysis?.shotChanges.find(
    (at) => at > clip.usable.in && at < clip.usable.out,
  );

  const order = plan.clips.findIndex((c) => c.id === clip.id);
  const neighbour = (by: 1 | -1) => {
    const next = plan.clips[order + by];
    if (next) void go(`../footage/${next.id}`);
  };
  const stops = [...clip.moments, ...proposed].map((m) => m.at).sort((a, b) => a - b);
  const toMoment = (by: 1 | -1) => {
    const next = by > 0 ? stops.find((at) => at > frame) : stops.findLast((at) => at < frame);
    if (next !== undefined) place(next);
  };
  const pin = () => edit('pinMoment', clip.id, meantMoment(frame, playing, proposed, clip.rate));
  const letGo = () => {
    if (clip.moments.some((m) => m.at === frame)) edit('unpinMoment', clip.id, frame);
    else if (proposed.some((m) => m.at === frame)) edit('declineMoment', clip.id, frame);
  };
  const trim = () => {
    if (tail !== null) edit('setUsable', clip.id, clip.usable.in, tail);
  };
  const key = (combo: string, cap: string, run: () => void) => ({ combo, cap, run });
  useScreenKeys([
    { label: playing ? 'stop' : 'play', footer: true, keys: [key('space', 'Space', toggle)] },
    {
      label: 'by frame',
      footer: true,
      keys: [key('left', '←', () => place(frame - 1)), key('right', '→', () => place(frame + 1))],
    },
    {
      label: 'by ten',
      keys: [
        key('shift+left', 'Shift ←', () => place(frame - 10)),
        key('shift+right', 'Shift →', () => place(frame + 10)),
      ],
    },
    {
      label: 'by moment',
      footer: true,
      keys: [key('up', '↑', () => toMoment(-1)), key('down', '↓', () => toMoment(1))],
    },
    { label: 'keep a moment here', footer: true, keys: [key('p', 'P', pin)] },
    {
      label: 'let it go',
      footer: true,
      keys: [key('backspace', '⌫', letGo), key('delete', 'Del', letGo)],
    },
    { label: 'trim the still tail', footer: true, keys: [key('t', 'T', trim)] },
    {
      label: 'usable from and up to here',
      keys: [
        key('i', 'I', () => edit('setUsable', clip.id, frame, clip.usable.out)),
        key('o', 'O', () => edit('setUsable', clip.id, clip.usable.in, sourceFrames(frame + 1))),
      ],
    },
    {
      label: 'other clips',
      footer: true,
      keys: [
        key('pageup', 'PgUp', () => neighbour(-1)),
        key('pagedown', 'PgDn', () => neighbour(1)),
      ],
    },
    { label: 'all clips', keys: [key('escape', 'Esc', () => void go('../footage'))] },
  ]);
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
        <div className="clip-head">
          <Link
            to="../footage"
            className="icon-button"
            aria-label="All clips"
            title="All clips (Esc)"
          >
            <ArrowLeft size={18} />
          </Link>
          <h2>{clip.name}</h2>
          <span className="figures">{rateLabel(clip.rate)} fps</span>
        </div>
        <div className="clip-picture">
          {reader ? (
            <FramePicture
              reader={reader}
              frame={storedOf(frame)}
              label={`Frame ${frame} of ${clip.name}`}
            />
          ) : (
            <Poster clip={clip} place={order} />
          )}
        </div>
        <div className="clip-here">
          <p>
            <b className="figures">{frame} f</b>
            <span className="figures">
              {formatTimecode(clip.start + frame, clip.rate, clip.dropFrame)}
            </span>
            <span className="figures">{(frame / rate).toFixed(3)} s</span>
          </p>
          <p className="clip-camera">
            {seen && camera
              ? `Camera ${camera.words}${camera.degrees === null ? '' : ` at ${Math.round((camera.degrees + 180) % 360)}°`}, ${(100 * Math.hypot(seen.dx, seen.dy) * rate).toFixed(1)} % of the width a second`
              : 'Not watched: no movement is known'}
          </p>
        </div>
        <div className="buttons">
          <Button variant="dark" size="sm" onClick={toggle} title="Play or stop (Space)">
            {playing ? <Pause size={15} /> : <Play size={15} />} {playing ? 'Stop' : 'Play'}
          </Button>
          <Button
            variant="outline-dark"
            size="sm"
            onClick={pin}
            title="Keep a moment on this frame (P)"
          >
            <Pin size={15} /> Keep a moment
          </Button>
          <Button
            variant="outline-dark"
            size="sm"
            disabled={tail === null}
            onClick={trim}
            title={
              tail === null
                ? 'The usable part does not end still'
                : `Usable up to frame ${tail}, where it comes to rest (T)`
            }
          >
            <Scissors size={15} /> Trim the tail
          </Button>
          {secondShot !== undefined && (
            <Button
              variant="outline-dark"
              size="sm"
              onClick={() => edit('splitClip', clip.id, secondShot, nanoid())}
              title={`Another shot starts at frame ${secondShot}`}
            >
              Split at the shot change
            </Button>
          )}
        </div>
        <Tabs
          id="clip-tabs"
          variant="underline"
          defaultActiveKey="moments"
          mountOnEnter
          unmountOnExit
        >
          <Tab eventKey="moments" title="Moments">
            <MomentsPanel {...{ clip, analysis, proposed, frame, edit, onPlace }} />
          </Tab>
          <Tab eventKey="speed" title="Speed">
            <SpeedPanel {...{ plan, clip, times, edit }} />
          </Tab>
          <Tab eventKey="alike" title="Alike">
            <AlikePanel {...{ plan, clip, clipAnalysisOf }} />
          </Tab>
          <Tab eventKey="file" title="File">
            <FilePanel clip={clip} times={times} />
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
