import { Download, Printer } from 'lucide-react';
import { useMemo, useRef, useState, type RefObject } from 'react';
import { ListGroup } from 'react-bootstrap';
import { useParams } from 'react-router';
import { HANDOFF_FORMATS, leftOut, safeFileName, type HandoffFormat } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { useFaults } from '../../app/faults.ts';
import { counted } from '../../app/format.ts';
import { usePlan } from '../../app/hooks.ts';
import { AnimaticMaker } from '../../rehearse/AnimaticMaker.tsx';
import { GuideMaker } from '../../rehearse/GuideMaker.tsx';
import { FaultList } from '../../components/FaultList.tsx';
import { BundleMaker } from './BundleMaker.tsx';
import { ListLinks } from './ListLinks.tsx';
import { FileProof } from './FileProof.tsx';
import { ProjectMaker } from './ProjectMaker.tsx';
import { Receipts } from './Receipts.tsx';
import { useHandOver } from './use-hand-over.ts';
import { useProof } from './use-proof.ts';
import { Word } from '../../components/Word.tsx';

/** Lines shown of a written file; the whole is in the download. */
const SHOWN_LINES = 400;

type Written = { readonly text: string } | { readonly error: CaesuraError };

function written(format: HandoffFormat, plan: Plan): Written {
  try {
    return { text: format.write(plan) };
  } catch (error) {
    if (error instanceof CaesuraError) return { error };
    throw error;
  }
}

/** What a file holds: its first lines, or the page that it is. */
function Content({
  name,
  text,
  page,
}: {
  name: string;
  text: string;
  page: RefObject<HTMLIFrameElement | null> | null;
}) {
  const lines = text.split('\n');
  if (page)
    return (
      <iframe
        className="preview"
        ref={page}
        title={`Content of ${name}`}
        srcDoc={text}
        sandbox="allow-same-origin allow-modals"
      />
    );
  return (
    <>
      <pre className="preview" tabIndex={0} aria-label={`Content of ${name}`}>
        {lines.slice(0, SHOWN_LINES).join('\n')}
      </pre>
      {lines.length > SHOWN_LINES && (
        <p>The first {SHOWN_LINES} lines are shown; the download holds all.</p>
      )}
    </>
  );
}

function Preview({ format, plan }: { format: HandoffFormat; plan: Plan }) {
  const sheet = useRef<HTMLIFrameElement>(null);
  const file = useMemo(() => written(format, plan), [format, plan]);
  const proving = useProof(plan, format.id, 'text' in file ? file.text : null);
  const handOver = useHandOver(
    'text' in file ? file.text : null,
    proving?.state.is === 'proved' ? proving.state.proof : null,
  );
  const name = safeFileName(plan.name, format.extension);
  if ('error' in file)
    return (
      <div className="fault" role="alert">
        <b>{file.error.message}</b> {file.error.mend}
      </div>
    );
  const left = leftOut(plan, format.id);
  const lines = file.text.split('\n');
  const bytes = new TextEncoder().encode(file.text).length;
  return (
    <>
      <div className="page-head">
        <h2 className="file-name">{name}</h2>
        <p>
          {counted(lines.length - (lines.at(-1) === '' ? 1 : 0), 'line')} · {counted(bytes, 'byte')}
        </p>
        {format.id === 'html' && (
          <button
            type="button"
            className="btn btn-outline-dark"
            onClick={() => sheet.current?.contentWindow?.print()}
          >
            <Printer size={16} /> Print
          </button>
        )}
        <button
          type="button"
          className="btn btn-dark"
          onClick={() => handOver({ name, text: file.text, mediaType: format.mediaType })}
        >
          <Download size={16} /> Download
        </button>
      </div>
      {proving && <FileProof proving={proving} plan={plan} name={name} />}
      {left.length > 0 && (
        <div className="left-out" role="note">
          <b>What this file carries differently, or not at all</b>
          <ul>
            {left.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        </div>
      )}
      <Content name={name} text={file.text} page={format.id === 'html' ? sheet : null} />
    </>
  );
}

/** The files that leave: each is seen before it is written. */
export function FilesPart() {
  const plan = usePlan();
  const { all: faults } = useFaults();
  const { id = '' } = useParams();
  const [chosen, setChosen] = useState<HandoffFormat['id']>('edl');
  const format = HANDOFF_FORMATS.find((f) => f.id === chosen)!;
  return (
    <div className="hand-off">
      <section aria-label="Formats">
        <ListGroup>
          {HANDOFF_FORMATS.map((f) => (
            <ListGroup.Item
              key={f.id}
              action
              active={f.id === chosen}
              aria-pressed={f.id === chosen}
              onClick={() => setChosen(f.id)}
            >
              <b>{f.name}</b> <code>.{f.extension}</code>
              <span>{f.purpose}</span>
            </ListGroup.Item>
          ))}
        </ListGroup>
        <h3>Lists</h3>
        <ListLinks plan={plan} />
        <h3>All of it</h3>
        <p>Every file in one, with a text that says what is in it and the receipts.</p>
        <BundleMaker plan={plan} />
        <h3>Project</h3>
        <p>The plan with its analyses and sounds, to be opened on another machine under Plans.</p>
        <ProjectMaker plan={plan} />
        <h3>
          <Word>Guide track</Word>
        </h3>
        <p>The sound of the film, mixed, as WAV with a cue point on every cut and effect.</p>
        <GuideMaker plan={plan} />
        <h3>
          <Word>Animatic</Word>
        </h3>
        <p>The film as it is rehearsed, from the small copies.</p>
        <AnimaticMaker plan={plan} />
        <Receipts id={id} />
        <FaultList faults={faults} />
      </section>
      <section className="sheet" aria-label="The file">
        <Preview format={format} plan={plan} />
      </section>
    </div>
  );
}
