import { useMemo, useRef, useState } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import { speedAt } from '@caesura/core/curves';
import { layersAt, type Film } from '@caesura/core/film';
import { PARAMETERS } from '@caesura/core/plan';
import { frames as framesOf } from '@caesura/core/time';
import { useAppDispatch } from '../../app/store.ts';
import { useWidth } from '../../app/use-extent.ts';
import { placed } from '../../app/view.ts';
import { useProxies } from '../../proxy/use-proxies.ts';
import { CueBand, ShotBand, type Columns } from './bands.tsx';
import { keysOnTrack, type CopiedKeys } from './copied-keys.ts';
import { CopyKeys } from './CopyKeys.tsx';
import { FrameStrip } from '../../components/FrameStrip.tsx';
import { rangeOfItem, shotsUnder, type MoveItem } from './items.ts';
import { MarkBand } from './MarkBand.tsx';
import { framesAbout, groupsOf, trackId, tracksOf, type TrackName } from './track.ts';
import { SpeedBand, speedsUnder } from './SpeedBand.tsx';
import { TrackCurve } from './TrackCurve.tsx';
import { useTrackEdits } from './use-track-edits.ts';
import { figuredFrames, ValueRow } from './ValueRow.tsx';
import { inUnit, UNITS } from './words.ts';

/** Width of the names, which stay when the columns scroll. */
const NAMES = 104;
const [NARROWEST, WIDEST] = [5, 96];
/** Narrowest small picture that shows something. */
const PICTURE_FROM = 34;
const SIDE_WORDS = { out: 'outgoing', in: 'incoming' } as const;

const nameOf = ({ side, of }: TrackName): string =>
  side ? `${UNITS[of].name}, ${SIDE_WORDS[side]}` : UNITS[of].name;

/**
 * An item in columns of frames: shots, beats and words, its mark, the frames as seen, a curve and
 * the values of each parameter that moves, and the source frames.
 */
export function MoveColumns({
  film,
  item,
  at,
  copied,
  onCopy,
}: {
  film: Film;
  item: MoveItem;
  at: number;
  /** Keys that were copied, of this item or of another. */
  copied: CopiedKeys | null;
  onCopy: (keys: CopiedKeys) => void;
}) {
  const dispatch = useAppDispatch();
  const edits = useTrackEdits(item);
  const scroller = useRef<HTMLDivElement>(null);
  const room = useWidth(scroller) - NAMES;
  /** The width of a column that was asked for; null to fit. */
  const [asked, setAsked] = useState<number | null>(null);
  const [also, setAlso] = useState<readonly TrackName[]>([]);
  const { from, to } = framesAbout(film, rangeOfItem(item));
  const fit = Math.min(WIDEST, Math.max(NARROWEST, Math.max(0, room) / Math.max(1, to - from)));
  const width = asked ?? fit;
  const columns: Columns = { from, to, width };
  const tracks = tracksOf(item, also);
  const groups = groupsOf(tracks);
  const under = shotsUnder(film.shots, from, to);
  const clips = useMemo(() => {
    const byId = new Map(under.flatMap(({ clip }) => (clip ? [[clip.id, clip]] : [])));
    return [...byId.values()];
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [film, from, to]);
  const readers = useProxies(clips);
  const every = Math.max(1, Math.ceil(PICTURE_FROM / width));
  const pictured = useMemo(
    () => Array.from({ length: Math.ceil((to - from) / every) }, (_, i) => from + i * every),
    [from, to, every],
  );
  const anchor = rangeOfItem(item).from;
  const { frames: figured, step, first } = figuredFrames(columns, anchor);
  const zoom = (by: number) => setAsked(Math.min(WIDEST, Math.max(NARROWEST, width * by)));
  const body = (to - from) * width;
  const sides = item.kind === 'phrase' ? [null] : (['out', 'in'] as const);
  const missing = sides.flatMap((side) =>
    PARAMETERS.map((of): TrackName => ({ side, of })).filter(
      (name) => !tracks.some((track) => trackId(track) === trackId(name)),
    ),
  );
  const speeds = speedsUnder(film, columns);
  const hasFrames = item.kind === 'phrase' || item.join.before + item.join.after > 0;
  return (
    <section className="move-columns" aria-label="Frame by frame">
      <div className="columns-scroll" ref={scroller}>
        <div className="columns-body" style={{ width: NAMES + body }}>
          {at >= from && at < to && (
            <i
              className="column-at"
              style={{ left: NAMES + (at - from) * width, width }}
              aria-hidden="true"
            />
          )}
          {under.map(({ index, start }) =>
            index > 0 && start > from && start < to ? (
              <i
                key={index}
                className="column-cut"
                style={{ left: NAMES + (start - from) * width }}
                aria-hidden="true"
              />
            ) : null,
          )}
          <Row name="shots">
            <ShotBand film={film} columns={columns} />
          </Row>
          <Row name="beats, words">
            <CueBand
              film={film}
              columns={columns}
              onFrame={(frame) => dispatch(placed(framesOf(frame)))}
            />
          </Row>
          <Row name={item.kind === 'phrase' ? 'phrase' : 'window'}>
            <MarkBand film={film} item={item} columns={columns} />
          </Row>
          <Row name="as seen">
            <FrameStrip
              film={film}
              frames={pictured}
              width={width * every}
              at={at}
              readers={readers}
              onFrame={(frame) => dispatch(placed(framesOf(frame)))}
            />
          </Row>
          {groups.map(({ of, tracks: own, low, high }) => (
            <Row
              key={of}
              name={UNITS[of].name}
              unit={UNITS[of].unit}
              most={inUnit(of, high)}
              least={inUnit(of, low)}
            >
              <div className="track-curves">
                {own.map((track) => (
                  <TrackCurve
                    key={trackId(track)}
                    extent={{ low, high }}
                    {...{ track, columns, edits }}
                  />
                ))}
              </div>
            </Row>
          ))}
          {groups.flatMap(({ of, tracks: own, apart }) =>
            apart ? (
              <Row key={of} name={UNITS[of].name}>
                <ValueRow tracks={own} {...{ columns, anchor, edits }} />
              </Row>
            ) : (
              own.map((track) => (
                <Row key={trackId(track)} name={nameOf(track)}>
                  <ValueRow tracks={[track]} {...{ columns, anchor, edits }} />
                </Row>
              ))
            ),
          )}
          {speeds && (
            <>
              <Row
                name="speed"
                unit="%"
                most={Math.round(100 * speeds.high)}
                least={Math.round(100 * speeds.low)}
              >
                <SpeedBand {...{ speeds, columns }} />
              </Row>
              <Row name="speed %">
                <FigureRow {...{ columns, figured, step, first }}>
                  {(frame) => {
                    const shot = under.find(({ start, end }) => frame >= start && frame < end);
                    const speed = shot?.time && speedAt(shot.time.curve, frame - shot.start);
                    return speed === undefined || speed === null
                      ? { text: '' }
                      : { text: String(Math.round(1000 * speed) / 10) };
                  }}
                </FigureRow>
              </Row>
            </>
          )}
          <Row name="source">
            <FigureRow {...{ columns, figured, step, first }}>
              {(frame) => {
                const layers = layersAt(film, frame);
                const held = layers.some((layer) => layer.held);
                return { text: layers.map(({ source }) => source).join(' '), held };
              }}
            </FigureRow>
          </Row>
        </div>
      </div>
      <div className="columns-foot">
        <ButtonGroup aria-label="Width of the columns">
          <Button
            variant="outline-dark"
            onClick={() => zoom(1 / 1.5)}
            aria-label="Narrower columns"
          >
            −
          </Button>
          <Button
            variant="outline-dark"
            active={asked === null}
            aria-pressed={asked === null}
            onClick={() => setAsked(null)}
          >
            Fit
          </Button>
          <Button variant="outline-dark" onClick={() => zoom(1.5)} aria-label="Wider columns">
            +
          </Button>
        </ButtonGroup>
        {hasFrames && (
          <select
            aria-label="Set another value"
            className="form-select"
            value=""
            onChange={(event) => {
              const chosen = missing.find((name) => trackId(name) === event.target.value);
              if (chosen) setAlso([...also, chosen]);
            }}
          >
            <option value="">Set another value…</option>
            {missing.map((name) => (
              <option key={trackId(name)} value={trackId(name)}>
                {nameOf(name)}
              </option>
            ))}
          </select>
        )}
        {hasFrames && (
          <CopyKeys
            tracks={tracks.filter(({ keys }) => keys.length > 0)}
            targets={
              copied
                ? tracksOf(
                    item,
                    sides.map((side): TrackName => ({ side, of: copied.of })),
                  ).filter(({ of }) => of === copied.of)
                : []
            }
            onPut={(track) => copied && edits.put(track, keysOnTrack(copied, track))}
            {...{ copied, onCopy, nameOf }}
          />
        )}
        <span role="status">{edits.said}</span>
      </div>
    </section>
  );
}

/** A figure under each of the columns that have room for one. */
function FigureRow({
  columns: { from, width },
  figured,
  step,
  first,
  children,
}: {
  columns: Columns;
  figured: readonly number[];
  step: number;
  first: number;
  children: (frame: number) => { readonly text: string; readonly held?: boolean };
}) {
  return (
    <div
      className="value-row"
      style={{ marginLeft: (first - from) * width - ((step - 1) * width) / 2 }}
    >
      {figured.map((frame) => {
        const { text, held } = children(frame);
        return (
          <span
            key={frame}
            className={`figures${held ? ' wrong' : ''}`}
            style={{ width: width * step }}
            title={held ? 'The file has no more: its last picture is held' : undefined}
          >
            {text}
          </span>
        );
      })}
    </div>
  );
}

/** A row of the columns behind its name, which stays in sight. */
function Row({
  name,
  unit,
  most,
  least,
  children,
}: {
  name: string;
  unit?: string;
  most?: number;
  least?: number;
  children: React.ReactNode;
}) {
  return (
    <div className="column-row">
      <div className="column-name" style={{ width: NAMES }}>
        <span>
          {name}
          {unit && <small>{unit}</small>}
        </span>
        {most !== undefined && (
          <span className="column-axis figures">
            <i>{most}</i>
            <i>{least}</i>
          </span>
        )}
      </div>
      {children}
    </div>
  );
}
