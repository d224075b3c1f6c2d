import { Download, Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import {
  auditCsv,
  auditOf,
  auditPage,
  proposeCuts,
  safeFileName,
  usualReach,
  type Audit,
  type ProposeHow,
} from '@caesura/core/handoff';
import { filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { download } from '../../../app/download.ts';
import { useFaults } from '../../../app/faults.ts';
import { usePlan } from '../../../app/hooks.ts';
import { counted, signed, timecodeAt } from '../../../app/format.ts';
import { PrintedPage } from '../../../components/PrintedPage.tsx';
import { FaultList } from '../../../components/FaultList.tsx';
import { AddMusic } from './AddMusic.tsx';
import { MusicPlacePanel } from './MusicPlacePanel.tsx';
import { CutTable } from './CutTable.tsx';
import { OffsetChart } from './OffsetChart.tsx';
import { ProposalList } from './ProposalList.tsx';
import { Word } from '../../../components/Word.tsx';

/** How long the shots of each stretch are. */
function PaceTable({ audit: { pacing }, plan }: { audit: Audit; plan: Plan }) {
  return (
    <>
      <h3>
        <Word>Pace</Word>
      </h3>
      <p>
        Shots of {pacing.shortest} to {counted(pacing.longest, 'frame')}, half of them up to{' '}
        {pacing.median}; {pacing.cutsAMinute.toFixed(1)} cuts a minute.
      </p>
      <Table size="sm" className="proof-table">
        <thead>
          <tr>
            <th scope="col">Stretch</th>
            <th scope="col">From</th>
            <th scope="col">Shots</th>
            <th scope="col">Mean, f</th>
          </tr>
        </thead>
        <tbody>
          {pacing.stretches.map(({ name, from, shots, mean }) => (
            <tr key={from}>
              <td>{name}</td>
              <td className="figures">{timecodeAt(from, plan)}</td>
              <td className="figures">{shots}</td>
              <td className="figures">{mean.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}

/** Events of the clips that miss their cues by a little. */
function Misses({ audit: { misses }, plan }: { audit: Audit; plan: Plan }) {
  const { id } = useParams();
  if (misses.length === 0) return null;
  return (
    <>
      <h3>Events beside their cues</h3>
      <ul className="receipts">
        {misses.map(({ shot, moment, kind, frame, cue }) => (
          <li key={`${shot} ${moment}`}>
            <Link to={`/plans/${id}/speeds/${shot + 1}`}>Shot {shot + 1}</Link>: {kind} of source
            frame {moment} is seen on {timecodeAt(frame, plan)}, {signed(frame - cue!.frame, 0)} f
            from bar {cue!.bar} beat {cue!.beat}
          </li>
        ))}
      </ul>
    </>
  );
}

/** How cuts are proposed on paper: onto beats. */
const usually = (audit: Audit): ProposeHow => ({
  ...{ within: usualReach(audit), kinds: new Set(['downbeat', 'beat']), lead: 0 },
});

function Audited({ plan, audit }: { plan: Plan; audit: Audit }) {
  const { all: faults } = useFaults();
  const { shots } = filmOf(plan);
  const [open, setOpen] = useState<number | null>(null);
  const [printed, setPrinted] = useState<string | null>(null);
  const { words, again } = audit;
  return (
    <div className="hand-off">
      <section aria-label="What the audit says">
        <h3>What is said</h3>
        <ul className="said">
          {words.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
        {plan.music ? (
          <MusicPlacePanel plan={plan} audit={audit} music={plan.music} />
        ) : (
          <AddMusic plan={plan} />
        )}
        <ProposalList plan={plan} audit={audit} />
        <PaceTable audit={audit} plan={plan} />
        <Misses audit={audit} plan={plan} />
        {again.length > 0 && (
          <>
            <h3>Pictures shown before</h3>
            <ul className="receipts">
              {again.map(({ shot, before, frames }) => (
                <li key={shot}>
                  Shot {shot + 1} shows {counted(frames, 'source frame')} of shot {before + 1} again
                </li>
              ))}
            </ul>
          </>
        )}
        <FaultList faults={faults} />
      </section>
      <section className="sheet" aria-label="The cuts">
        <div className="page-head">
          <h2>{plan.name}: its cuts against its music</h2>
          <Button
            variant="outline-dark"
            onClick={() =>
              setPrinted(auditPage(plan, audit, proposeCuts(filmOf(plan), usually(audit))))
            }
          >
            <Printer size={16} aria-hidden /> Print
          </Button>
          <Button
            variant="outline-dark"
            onClick={() =>
              download(safeFileName(`${plan.name} audit`, 'csv'), auditCsv(plan, audit), 'text/csv')
            }
          >
            <Download size={16} aria-hidden /> CSV
          </Button>
        </div>
        <OffsetChart
          audit={audit}
          length={plan.score?.length ?? plan.target}
          open={open}
          onOpen={setOpen}
        />
        <CutTable cuts={audit.cuts} shots={shots} plan={plan} open={open} />
        {printed !== null && (
          <PrintedPage title="The audit to print" html={printed} onDone={() => setPrinted(null)} />
        )}
      </section>
    </div>
  );
}

/** The cuts of the film held against its music and its clips, and what could be moved. */
export function AuditPart() {
  const plan = usePlan();
  const audit = useMemo(
    () => (plan.score && plan.score.shots.length > 1 ? auditOf(plan) : null),
    [plan],
  );
  if (!audit)
    return (
      <div className="empty">
        <h2>There are no cuts to audit</h2>
        <p>
          <Link to="/read">Read a film that was cut elsewhere</Link>, or lay one out in Score.
        </p>
      </div>
    );
  return <Audited plan={plan} audit={audit} />;
}
