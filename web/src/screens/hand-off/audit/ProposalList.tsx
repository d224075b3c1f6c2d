import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import {
  proposeCuts,
  usualReach,
  type Audit,
  type CutProposal,
  type ProposeHow,
} from '@caesura/core/handoff';
import { filmOf } from '@caesura/core/film';
import type { CueKind, Plan } from '@caesura/core/plan';
import { useEdit } from '../../../app/hooks.ts';
import { counted, signed, timecodeAt } from '../../../app/format.ts';
import { Word } from '../../../components/Word.tsx';

const BEATS: readonly CueKind[] = ['downbeat', 'beat'];
const ONTO = {
  beats: { name: 'beats', kinds: BEATS },
  bars: { name: 'first beats of bars', kinds: ['downbeat'] },
  cues: {
    name: 'beats, hits, words and drops',
    kinds: [...BEATS, 'hit', 'word', 'drop', 'section', 'hand'],
  },
  halves: { name: 'beats and their halves', kinds: [...BEATS, 'half-beat'] },
} as const satisfies Record<string, { name: string; kinds: readonly CueKind[] }>;

/** Most frames by which cuts are proposed to move here. */
const MOST_WITHIN = 48;

function Proposal({
  proposal,
  plan,
  taken,
  onTake,
}: {
  proposal: CutProposal;
  plan: Plan;
  taken: boolean;
  onTake: (take: boolean) => void;
}) {
  const { cut, from, to, cue, does, refused } = proposal;
  return (
    <li>
      <Form.Check
        id={`proposal-${cut}`}
        checked={taken}
        disabled={refused !== null}
        onChange={({ target }) => onTake(target.checked)}
        label={
          <>
            <b>Cut {cut}</b> {signed(to - from, 0)} f, {timecodeAt(from, plan)} →{' '}
            {timecodeAt(to, plan)}, {cue.kind} in bar {cue.bar} beat {cue.beat}
            <span>{refused ?? does.join(' ')}</span>
          </>
        }
      />
    </li>
  );
}

/** Cuts that can be moved to their cues, to be taken all, some or none. */
export function ProposalList({ plan, audit }: { plan: Plan; audit: Audit }) {
  const edit = useEdit();
  const [onto, setOnto] = useState<keyof typeof ONTO>('beats');
  const [typed, setTyped] = useState<string | null>(null);
  const within = typed ?? String(usualReach(audit));
  const common = Math.round(-(audit.systematic?.frames ?? 0));
  const [keepsLead, setKeepsLead] = useState(false);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const how = useMemo(
    (): ProposeHow => ({
      within: Math.min(MOST_WITHIN, Math.max(0, Math.round(Number(within)) || 0)),
      kinds: new Set(ONTO[onto].kinds),
      lead: keepsLead ? common : 0,
    }),
    [within, onto, keepsLead, common],
  );
  const proposals = useMemo(() => proposeCuts(filmOf(plan), how), [plan, how]);
  const able = proposals.filter(({ refused }) => refused === null);
  const taken = able.filter(({ cut }) => !left.has(cut));
  const take = (cut: number, isTaken: boolean) => {
    const next = new Set(left);
    if (isTaken) next.delete(cut);
    else next.add(cut);
    setLeft(next);
  };
  return (
    <section aria-label="Proposals">
      <h3>
        <Word>Move cuts to their cues</Word>
      </h3>
      <div className="field">
        <Form.Label htmlFor="onto">Onto</Form.Label>
        <Form.Select
          id="onto"
          size="sm"
          value={onto}
          onChange={({ target }) => setOnto(target.value as keyof typeof ONTO)}
        >
          {Object.entries(ONTO).map(([key, { name }]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </Form.Select>
      </div>
      <div className="field">
        <Form.Label htmlFor="within">Within, frames</Form.Label>
        <Form.Control
          id="within"
          size="sm"
          type="number"
          min={1}
          max={MOST_WITHIN}
          value={within}
          onChange={({ target }) => setTyped(target.value)}
        />
      </div>
      {common !== 0 && (
        <Form.Check
          id="keep-lead"
          label={`Keep the ${common > 0 ? 'lead' : 'lag'} of ${counted(Math.abs(common), 'frame')}`}
          checked={keepsLead}
          onChange={({ target }) => setKeepsLead(target.checked)}
        />
      )}
      {proposals.length === 0 ? (
        <p role="status">
          {audit.cuts.some(({ fromBeat }) => fromBeat)
            ? 'Every cut is on one, or too far from any.'
            : 'Without music there is nothing to move them to.'}
        </p>
      ) : (
        <>
          <p className="proposal-acts">
            <Button
              variant="dark"
              size="sm"
              disabled={taken.length === 0}
              onClick={() => edit('takeProposals', taken)}
            >
              Move {counted(taken.length, 'cut')}
            </Button>
            <Button variant="link" size="sm" onClick={() => setLeft(new Set())}>
              All
            </Button>
            <Button
              variant="link"
              size="sm"
              onClick={() => setLeft(new Set(able.map(({ cut }) => cut)))}
            >
              None
            </Button>
          </p>
          <ul className="cut-proposals">
            {proposals.map((proposal) => (
              <Proposal
                key={proposal.cut}
                proposal={proposal}
                plan={plan}
                taken={proposal.refused === null && !left.has(proposal.cut)}
                onTake={(isTaken) => take(proposal.cut, isTaken)}
              />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
