import { Button } from 'react-bootstrap';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { LevelField } from '../../fields/LevelField.tsx';
import type { SoundItem } from './items.ts';

/** What can be set of all effects at several places that are chosen. */
export function ChosenEffects({ chosen }: { chosen: readonly SoundItem[] }) {
  const edit = useEdit();
  const all = new Map(
    chosen.flatMap(({ effects }) => effects).map((facts) => [facts.placement.id, facts]),
  );
  const ids = [...all.keys()];
  const [first] = all.values();
  if (!first) return <p className="hint">No effect at the {chosen.length} places chosen.</p>;
  const off = [...all.values()].every(({ placement }) => placement.off);
  return (
    <section aria-label="All that are chosen">
      <h3>
        {counted(ids.length, 'effect')} at {chosen.length} places
      </h3>
      <LevelField value={first.gain} onCommit={(gain) => edit('changeEffects', ids, { gain })} />
      <div className="buttons">
        <Button
          variant="outline-dark"
          size="sm"
          onClick={() => edit('changeEffects', ids, { gain: 'advised' })}
        >
          As advised
        </Button>
        <Button
          variant="outline-dark"
          size="sm"
          onClick={() => edit('changeEffects', ids, { off: off ? undefined : true })}
        >
          {off ? 'Use them' : 'Leave them out'}
        </Button>
        <Button variant="outline-dark" size="sm" onClick={() => edit('removeEffects', ids)}>
          Take them out
        </Button>
      </div>
    </section>
  );
}
