import { CheckCheck, CircleAlert, Download } from 'lucide-react';
import { Table } from 'react-bootstrap';
import { Link } from 'react-router';
import { proofCsv, proofWords, type Difference, type Reading } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { download } from '../../app/download.ts';
import { counted, lengthTimecode } from '../../app/format.ts';
import { Working } from '../../components/Working.tsx';
import type { FileProving } from './use-proof.ts';

/** Differences that are shown; all of them are in the table to keep. */
const SHOWN = 100;

const framesOf = ({ from, to }: Difference) => (from === to ? `${from}` : `${from} to ${to}`);

/** The cut that is nearest to a frame, for a link to it. */
const cutAt = (plan: Plan, frame: number): number =>
  Math.max(1, plan.score?.shots.findLastIndex(({ start }) => start <= frame) ?? 1);

function DifferenceTable({ rows, plan }: { rows: readonly Difference[]; plan: Plan }) {
  return (
    <Table size="sm" className="proof-table">
      <thead>
        <tr>
          <th scope="col">Frames</th>
          <th scope="col">From</th>
          <th scope="col">Planned</th>
          <th scope="col">In the file</th>
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody>
        {rows.slice(0, SHOWN).map((row, i) => (
          <tr key={i}>
            <td className="figures">
              <Link to={`../moves/${cutAt(plan, row.from)}`} relative="path">
                {framesOf(row)}
              </Link>
            </td>
            <td className="figures">{lengthTimecode(row.from, plan)}</td>
            <td>{row.wanted}</td>
            <td>{row.found}</td>
            <td>{row.why}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** What of a reading is not as planned, folded away. */
function Differences({
  name,
  rows,
  plan,
  open = false,
}: {
  name: string;
  rows: readonly Difference[];
  plan: Plan;
  open?: boolean;
}) {
  if (rows.length === 0) return null;
  return (
    <details open={open}>
      <summary>
        {name} ({rows.length})
      </summary>
      <DifferenceTable rows={rows} plan={plan} />
      {rows.length > SHOWN && <p>The first {SHOWN} are shown; the table to keep has all.</p>}
    </details>
  );
}

/** The second way in which some programs read a file. */
function OtherReading({ reading, plan }: { reading: Reading; plan: Plan }) {
  const { how, frames, equal, near, wrong } = reading;
  const rows = [...wrong, ...near];
  return (
    <details>
      <summary>
        If the reader takes it otherwise: {how?.toLowerCase()} ({equal} of {frames} as planned)
      </summary>
      <p>
        Some programs do. Then {counted(rows.length, 'place')} in the film are off: hand over
        OpenTimelineIO to them, or clips at the rate of the film.
      </p>
      <DifferenceTable rows={rows} plan={plan} />
    </details>
  );
}

/** What a program would show that reads a written file, against the plan. */
export function FileProof({
  proving,
  plan,
  name,
}: {
  proving: FileProving;
  plan: Plan;
  name: string;
}) {
  const { state, stop, again } = proving;
  if (state.is === 'working')
    return (
      <Working what="Reading the file back, frame by frame" fraction={state.part} onStop={stop} />
    );
  if (state.is === 'stopped')
    return (
      <p>
        The file was not read back.{' '}
        <button type="button" className="btn btn-sm btn-outline-dark" onClick={again}>
          Read it back
        </button>
      </p>
    );
  if (state.is === 'failed')
    return (
      <div className="fault" role="alert">
        <b>{state.error.message}</b> {state.error.mend}
      </div>
    );
  const { proof } = state;
  const { near, wrong, other, how } = proof;
  const isGood = wrong.length === 0;
  return (
    <section className={isGood ? 'proof' : 'proof wrong-file'} aria-label="Proof of the file">
      <p role="status">
        {isGood ? <CheckCheck size={17} aria-hidden /> : <CircleAlert size={17} aria-hidden />}
        <b>{isGood ? 'Read back as planned.' : 'Not as planned.'}</b>{' '}
        {proofWords({ ...proof, near: near.length, wrong: wrong.length })}
        {how && ` ${how}.`}
        {near.length + wrong.length > 0 && (
          <button
            type="button"
            className="btn btn-sm btn-link"
            onClick={() =>
              download(name.replace(/\.[^.]*$/, ' proof.csv'), proofCsv(proof), 'text/csv')
            }
          >
            <Download size={14} aria-hidden /> Keep the proof as CSV
          </button>
        )}
      </p>
      <Differences name="Not as planned" rows={wrong} plan={plan} open />
      <Differences name="As near as the form can say" rows={near} plan={plan} />
      {other && <OtherReading reading={other} plan={plan} />}
    </section>
  );
}
