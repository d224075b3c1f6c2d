import { ClipboardPaste, FileInput } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { columnsOf, filmWords, formOf, sheetRows } from '@caesura/core/handoff';
import { rateLabel } from '@caesura/core/time';
import { useCreatePlanMutation, usePlansQuery, type ApiError } from '../../app/api.ts';
import { counted, lengthTimecode } from '../../app/format.ts';
import { noticed, problem } from '../../app/notices.ts';
import { PlainShell } from '../../app/shell/PlainShell.tsx';
import { useAppDispatch } from '../../app/store.ts';
import { DropArea, FileButton } from '../../components/DropArea.tsx';
import { Working } from '../../components/Working.tsx';
import { Columns, HowItIsRead } from './HowItIsRead.tsx';
import { incomingOf, putClipFiles, takeIncoming, type IncomingFile } from '../../files/incoming.ts';
import { isVideo, VIDEOS } from '../../files/video-types.ts';
import { MediaMatches } from './MediaMatches.tsx';
import { ToldList } from './ToldList.tsx';
import { useDroppedClips, useWithDropped, type DroppedClips } from './use-dropped-clips.ts';
import { useFilmPlan, useMatchedFilm, useOpenPlan, type Reading } from './use-film-reading.ts';

const FORMS = { edl: 'Edit decision list', otio: 'OpenTimelineIO', csv: 'Cut sheet' } as const;
const TYPES = '.otio,.edl,.csv,.txt,.json,text/csv,text/plain,application/json';
const AS_IT_SAYS: Reading = {};
const AS_FOUND: Readonly<Record<number, string | null>> = {};

/** Where a cut comes in: dropped, chosen or pasted. */
function Incoming({ onFile }: { onFile: (file: IncomingFile) => void }) {
  const dispatch = useAppDispatch();
  const [pasted, setPasted] = useState('');
  return (
    <div className="empty">
      <h2>Read a film that was cut elsewhere</h2>
      <p>
        Drop its OpenTimelineIO document, its edit decision list or its cut sheet here, or choose
        the file. It becomes a plan of its own; nothing that is open changes.
      </p>
      <FileButton
        label="Choose a file"
        accept={TYPES}
        onFiles={([file]) => {
          incomingOf(file!).then(onFile, (error: unknown) => dispatch(problem(error)));
        }}
      />
      <Form.Group className="paste">
        <Form.Label htmlFor="pasted">Or paste its text</Form.Label>
        <Form.Control
          as="textarea"
          id="pasted"
          rows={5}
          value={pasted}
          onChange={({ target }) => setPasted(target.value)}
        />
        <Button
          variant="outline-dark"
          disabled={pasted.trim() === ''}
          onClick={() => onFile({ text: pasted, name: 'what was pasted' })}
        >
          <ClipboardPaste size={16} aria-hidden /> Read it
        </Button>
      </Form.Group>
    </div>
  );
}

/** From which plan clips and music are taken. */
function BesidePlan({ value, onChoose }: { value: string | null; onChoose: (id: string) => void }) {
  const { data: plans } = usePlansQuery();
  return (
    <Form.Group className="field">
      <Form.Label htmlFor="beside">Clips and music of</Form.Label>
      <Form.Select
        id="beside"
        size="sm"
        value={value ?? 'none'}
        onChange={({ target }) => onChoose(target.value)}
      >
        <option value="none">no plan</option>
        {plans
          ?.filter(({ unreadable }) => unreadable === null)
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
      </Form.Select>
    </Form.Group>
  );
}

/** A film that is on its way into a plan: how it is read, what its media are, what is lost. */
function ReadFilm({
  file,
  came,
  onOther,
}: {
  file: IncomingFile;
  came: DroppedClips;
  onOther: ReactNode;
}) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const [createPlan, { isLoading }] = useCreatePlanMutation();
  const { data: plans } = usePlansQuery();
  const [asked, setAsked] = useState(search.get('beside'));
  const [how, setHow] = useState<Reading>(AS_IT_SAYS);
  const [chosen, setChosen] = useState(AS_FOUND);
  const alone = useOpenPlan(file.text, asked);
  const open = useWithDropped(alone, came.dropped);
  const reading = { text: file.text, how, open };
  const read = useMatchedFilm(reading);
  const made = useFilmPlan(reading, chosen);
  const beside = open.is === 'here' ? open.value : null;
  const make = async () => {
    if (made.is !== 'here') return;
    const { plan, music } = made.value;
    // Beside a plan of the same name it is told by its file.
    const isTaken = plans?.some(({ name }) => name === plan.name) ?? false;
    const named = isTaken
      ? { ...plan, name: `${plan.name.slice(0, 60)} (${file.name.slice(-50)})` }
      : plan;
    const { data, error } = await createPlan(named);
    if (!data) {
      const { message, mend } = error as ApiError;
      dispatch(noticed({ kind: 'error', message, ...(mend && { mend }) }));
      return;
    }
    const files = came.dropped.map((one) => one.file);
    if (files.length > 0) putClipFiles(data.id, files);
    await navigate(`/plans/${data.id}/hand-off/audit`, { state: { music } });
  };
  if (read.is === 'failed') {
    const isTable = formOfOrNull(file.text) === 'csv';
    const headings = isTable ? (sheetRows(file.text.slice(0, 20_000))[0] ?? []) : [];
    return (
      <>
        <div className="fault" role="alert">
          <b>{read.error.message}</b> {read.error.mend}
        </div>
        {isTable && (
          <Columns
            headings={headings}
            columns={how.columns ?? columnsOf(headings)}
            onChoose={(columns) => setHow({ ...how, columns })}
          />
        )}
        {onOther}
      </>
    );
  }
  if (read.is === 'coming') return <p className="waiting">Reading {file.name}</p>;
  const { film, form, matched } = read.value;
  const length = film.pieces.at(-1)?.end ?? 0;
  return (
    <>
      <div className="page-head">
        <h2>{film.name || file.name}</h2>
        <p>
          {FORMS[form]} · {filmWords(film)} · {rateLabel(film.rate)} fps
          {film.dropFrame ? ' drop-frame' : ''} · {lengthTimecode(length, film)}
        </p>
        {onOther}
        <Button
          variant="dark"
          disabled={made.is !== 'here' || isLoading}
          onClick={() => void make()}
        >
          Make a plan of it
        </Button>
      </div>
      {made.is === 'failed' && (
        <div className="fault" role="alert">
          <b>{made.error.message}</b> {made.error.mend}
        </div>
      )}
      <div className="read-columns-of-page">
        <section className="sheet" aria-label="Clips of the film">
          <h3>Its clips</h3>
          {came.working && <Working {...came.working} onStop={came.stop} />}
          <MediaMatches
            matched={matched}
            clips={beside?.plan.clips ?? []}
            chosen={chosen}
            onChoose={(place, clip) => setChosen({ ...chosen, [place]: clip })}
          />
          <p className="buttons">
            <FileButton
              label="Add clip files"
              accept={VIDEOS}
              multiple
              variant="outline-dark"
              onFiles={came.add}
            />
            <span className="secondary">
              {came.dropped.length === 0
                ? 'Or drop them here: they are found by name, timecode, rate and length.'
                : `${counted(came.dropped.length, 'file')} added: ${came.dropped.map((one) => one.file.name).join(', ')}.`}
            </span>
          </p>
        </section>
        <section aria-label="How it is read">
          <BesidePlan
            value={alone.is === 'here' ? (alone.value?.id ?? null) : null}
            onChoose={(id) => {
              setAsked(id);
              setChosen(AS_FOUND);
            }}
          />
          <HowItIsRead
            read={read.value}
            how={how}
            onHow={(next) => {
              setHow(next);
              setChosen(AS_FOUND);
            }}
          />
          <ToldList told={made.is === 'here' ? made.value.told : film.told} />
        </section>
      </div>
    </>
  );
}

/** The form of a text; null where it has none. */
function formOfOrNull(text: string) {
  try {
    return formOf(text);
  } catch {
    return null;
  }
}

/** Reads films that were cut elsewhere into plans, by file, drop or paste. */
export default function ReadScreen() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [createPlan] = useCreatePlanMutation();
  const [file, setFile] = useState<IncomingFile | null>(takeIncoming);
  const came = useDroppedClips();
  const take = async (incoming: IncomingFile) => {
    try {
      if (formOf(incoming.text) !== 'plan') {
        setFile(incoming);
        return;
      }
      const { planOfText } = await import('../../files/plan-of-text.ts');
      const { data, error } = await createPlan(planOfText(incoming));
      if (data) await navigate(`/plans/${data.id}/score`);
      else dispatch(noticed({ kind: 'error', message: (error as ApiError).message }));
    } catch (error) {
      dispatch(problem(error));
    }
  };
  const another = (
    <Button variant="outline-dark" onClick={() => setFile(null)}>
      <FileInput size={16} aria-hidden /> Another file
    </Button>
  );
  return (
    <PlainShell title="Read a cut">
      <DropArea
        hint={file ? 'Drop its clips, or another cut' : 'Drop the cut here'}
        onFiles={(files) => {
          const videos = files.filter(isVideo);
          if (videos.length > 0) came.add(videos);
          const cut = files.find((one) => !isVideo(one));
          if (cut) incomingOf(cut).then(take, (error: unknown) => dispatch(problem(error)));
        }}
      >
        <div className="read-screen">
          <p>
            <Link to="/plans">All plans</Link>
          </p>
          {file ? (
            <ReadFilm key={file.text} file={file} came={came} onOther={another} />
          ) : (
            <Incoming onFile={(incoming) => void take(incoming)} />
          )}
        </div>
      </DropArea>
    </PlainShell>
  );
}
