import { OverlayTrigger, Tooltip } from 'react-bootstrap';
import { meaningOf } from '../help/words.ts';

/**
 * Words of a screen, with a dotted line where they are among ours: they explain themselves when
 * pointed at or pressed, and, outside labels, when the keyboard gets to them.
 */
export function Word({ children, inLabel = false }: { children: string; inLabel?: boolean }) {
  const meaning = meaningOf(children);
  if (meaning === null) return children;
  return (
    <OverlayTrigger
      trigger={inLabel ? ['hover', 'click'] : ['hover', 'focus', 'click']}
      rootClose
      container={() => document.querySelector('main')}
      placement="top"
      overlay={<Tooltip className="word-meaning">{meaning}</Tooltip>}
    >
      {inLabel ? (
        <span className="word">{children}</span>
      ) : (
        <button type="button" className="word">
          {children}
        </button>
      )}
    </OverlayTrigger>
  );
}
