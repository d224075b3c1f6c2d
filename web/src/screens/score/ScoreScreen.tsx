import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import { Link } from 'react-router';
import { OUTLINE_RATE } from '@caesura/core/listen';
import { cuesOf, frameAtTime, partsOf, scoreLines, shotFacts, type Plan } from '@caesura/core/plan';
import { frames, instantOfFrame, seconds, toNumber, type Frames } from '@caesura/core/time';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useScreenKeys } from '../../app/keys.ts';
import type { Click } from '../../sound/click.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useOutline } from '../../app/use-media.ts';
import { comesIn, filmRoute, usedFade } from '../../sound/film-route.ts';
import { usePlayer } from '../../sound/use-player.ts';
import { cutSelected, placed } from '../../app/view.ts';
import { LineList, type LineListHandle } from '../../marks/LineList.tsx';
import { usePlayMark } from '../../marks/use-play-mark.ts';
import { CutPanel } from './CutPanel.tsx';
import { LayoutBar } from './LayoutBar.tsx';
import { Proposals } from './Proposals.tsx';
import { usePropose } from './use-propose.ts';
import { ScoreLine } from './ScoreLine.tsx';
import { ShotTable } from './ShotTable.tsx';

const LINE_HEIGHT = 102;

const timeOf = (frame: number, plan: Plan): number => toNumber(instantOfFrame(frame, plan.rate));

/** A click on every cut, for a play that starts at a time of the film. */
const cutClicks = (plan: Plan, from: number): Click[] =>
  (plan.score?.shots.slice(1) ?? []).map((s) => ({ after: timeOf(s.start, plan) - from, sound: 'beat' }));

/** The outline of the music as the film has it: its parts one after the other. For drawing only. */
function filmOutline(outline: Uint8Array | null, music: Plan['music']): Uint8Array | null {
  if (!outline || !music) return null;
  const at = (sample: number) => 2 * Math.round((sample / music.analysis.sampleRate) * OUTLINE_RATE);
  const parts = partsOf(music).map(({ from, to }) => outline.subarray(at(from), at(to)));
  const joined = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let length = 0;
  for (const part of parts) {
    joined.set(part, length);
    length += part.length;
  }
  return joined;
}

/** The film as a score: lines of four bars, cuts as strokes, shots between them; and the work on the cuts. */
export default function ScoreScreen() {
  const plan = usePlan();
  const propose = usePropose(plan);
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { frame, cut } = useAppSelector((state) => state.view);
  const [shown, setShown] = useState<'lines' | 'table'>('lines');
  const list = useRef<LineListHandle>(null);
  const { music } = plan;
  const fileOutline = useOutline(music?.outline ?? null);
  const outline = useMemo(() => filmOutline(fileOutline, music), [fileOutline, music]);
  const lines = useMemo(() => scoreLines(plan), [plan]);
  const cues = useMemo(() => cuesOf(plan), [plan]);
  const shots = useMemo(() => shotFacts(plan), [plan]);
  /** Time of the film at which the play that is heard started. */
  const startedAt = useRef(0);
  const player = usePlayer(
    music,
    useCallback(() => cutClicks(plan, startedAt.current), [plan]),
  );
  const { elapsed } = player;
  const heardAt = useCallback(() => {
    const since = elapsed();
    return since === null ? null : startedAt.current + since;
  }, [elapsed]);
  const offset = music ? -comesIn(music, plan.rate) : 0;
  usePlayMark(list, player.state, heardAt);

  const last = shots.length - 1;
  const selected = cut !== null && cut <= last ? cut : null;
  // A cut that moved takes the position with it, also when it is undone.
  const cutFrame = selected === null ? null : shots[selected]!.start;
  useEffect(() => {
    if (cutFrame !== null) dispatch(placed(cutFrame));
  }, [dispatch, cutFrame]);

  const goTo = (to: number) => {
    const kept = frames(Math.min((plan.score?.length ?? plan.target) - 1, Math.max(0, to)));
    dispatch(placed(kept));
    list.current?.show(timeOf(kept, plan));
    if (player.state === 'playing') play(kept);
  };
  const select = (index: number | null) => {
    dispatch(cutSelected(index));
    if (index !== null) goTo(shots[index]!.start);
  };
  const step = (by: 1 | -1) => {
    if (last < 1) return;
    const next =
      by === 1
        ? shots.find((s) => s.index > 0 && s.start > frame)
        : shots.findLast((s) => s.index > 0 && s.start < frame);
    if (selected !== null) select(Math.min(last, Math.max(1, selected + by)));
    else if (next) select(next.index);
  };
  const byFrame = (by: 1 | -1) => {
    dispatch(cutSelected(null));
    goTo(frame + by);
  };
  const play = (from: Frames) => {
    if (!music) return;
    const [start, end] = [timeOf(from, plan), timeOf(plan.score?.length ?? plan.target, plan)];
    startedAt.current = start;
    const fade = usedFade(music, start - comesIn(music, plan.rate));
    player.play(filmRoute(music, plan.rate, start, end), { fade });
  };
  const toggle = () => {
    if (player.state === 'still') return play(frame);
    const heard = heardAt();
    player.stop();
    if (heard === null) return;
    dispatch(cutSelected(null));
    dispatch(placed(frameAtTime(seconds(heard), plan)));
  };
  const toCue = (direction: 1 | -1) => () => {
    if (selected !== null) edit('moveCutToCue', selected, direction);
  };
  const nudge = (by: 1 | -1) => () => {
    if (selected !== null) edit('nudgeCut', selected, by);
  };
  const remove = () => {
    if (selected !== null && edit('removeCut', selected)) select(last === 1 ? null : Math.min(selected, last - 1));
  };

  useScreenKeys([
    { label: 'play', footer: true, keys: [{ combo: 'space', cap: 'space', run: toggle }] },
    {
      label: 'frame',
      footer: true,
      keys: [
        { combo: 'arrowleft', cap: '←', run: () => byFrame(-1) },
        { combo: 'arrowright', cap: '→', run: () => byFrame(1) },
      ],
    },
    {
      label: 'cut',
      footer: true,
      keys: [
        { combo: 'arrowup', cap: '↑', run: () => step(-1) },
        { combo: 'arrowdown', cap: '↓', run: () => step(1) },
      ],
    },
    {
      label: 'move to cue',
      footer: true,
      keys: [
        { combo: 'bracketleft', cap: '[', run: toCue(-1) },
        { combo: 'bracketright', cap: ']', run: toCue(1) },
      ],
    },
    {
      label: 'nudge',
      footer: true,
      keys: [
        { combo: 'shift+arrowleft', cap: 'Shift ←', run: nudge(-1) },
        { combo: 'shift+arrowright', cap: 'Shift →', run: nudge(1) },
      ],
    },
    {
      label: 'remove the cut',
      keys: [
        { combo: 'delete', cap: 'Del', run: remove },
        { combo: 'backspace', cap: 'Backspace', run: remove },
      ],
    },
    { label: 'no cut selected', keys: [{ combo: 'escape', cap: 'Esc', run: () => select(null) }] },
  ]);

  return (
    <div className="with-panel">
      <div className="score">
        <LayoutBar plan={plan} onPropose={propose.start}>
          <ButtonGroup aria-label="Show">
            {(['lines', 'table'] as const).map((name) => (
              <Button
                key={name}
                variant="outline-dark"
                active={shown === name}
                aria-pressed={shown === name}
                onClick={() => setShown(name)}
              >
                {name === 'lines' ? 'Lines' : 'Table'}
              </Button>
            ))}
          </ButtonGroup>
        </LayoutBar>
        <Proposals plan={plan} {...propose} />
        {!plan.score ? (
          <div className="empty">
            <h2>Not laid out yet</h2>
            <p>
              {plan.music
                ? 'Choose a pace above and lay out: the cuts land on the beats, and the film is the target to the frame.'
                : 'Add music in Listen so that cuts can land on its beats, or give the pace in seconds or frames, then lay out.'}
            </p>
            {!plan.music && (
              <Link className="btn btn-outline-dark" to="../listen">
                To Listen
              </Link>
            )}
          </div>
        ) : shown === 'table' ? (
          <ShotTable plan={plan} shots={shots} selected={selected} onSelect={select} />
        ) : (
          <LineList
            ref={list}
            lines={lines}
            height={LINE_HEIGHT}
            label="The score in lines of four bars"
            onPoint={(at) => {
              dispatch(cutSelected(null));
              goTo(frameAtTime(at, plan));
            }}
            draw={(line) => (
              <ScoreLine
                plan={plan}
                line={line}
                cues={cues}
                shots={shots}
                outline={outline}
                offset={offset}
                position={timeOf(frame, plan)}
                selected={selected}
                onSelect={select}
              />
            )}
          />
        )}
      </div>
      <CutPanel
        plan={plan}
        shots={shots}
        selected={selected}
        onSelect={select}
        onToCue={(direction) => toCue(direction)()}
        onNudge={(by) => nudge(by)()}
        onRemove={remove}
      />
    </div>
  );
}
