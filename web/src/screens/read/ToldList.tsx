import type { Told } from '@caesura/core/handoff';

/** What of a file could not be taken over as it stands there. */
export function ToldList({ told }: { told: readonly Told[] }) {
  if (told.length === 0)
    return (
      <p role="status" className="told">
        All that the file says is taken over.
      </p>
    );
  return (
    <div className="left-out told" role="note">
      <b>What is not taken over as it stands there ({told.length})</b>
      <ul>
        {told.map(({ where, words }, i) => (
          <li key={i}>
            <code>{where}</code> {words}
          </li>
        ))}
      </ul>
    </div>
  );
}
