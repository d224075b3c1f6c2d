import { useState, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';

/** Beats of the drawn music: how high each stands. */
const BEATS = [20, 9, 14, 9, 22, 9, 14, 9, 26, 12, 18, 12, 30, 14, 20, 14];
/** Cuts of the drawn score, and the ends of its bars. */
const CUTS = [0, 34, 62, 84, 100, 112, 120, 128, 160];

const PICTURES: readonly {
  readonly name: string;
  readonly says: string;
  readonly draws: ReactNode;
}[] = [
  {
    name: 'Listen',
    says: 'Drop the song. Its beats, bars, sections and its drop are found; put right what is not.',
    draws: (
      <>
        {BEATS.map((height, i) => (
          <path
            key={i}
            className={i % 4 === 0 ? 'is-bar' : ''}
            d={`M${5 + 10 * i} 44V${44 - height}`}
          />
        ))}
        <path className="is-filled" d="M121 4H129L125 11Z" />
      </>
    ),
  },
  {
    name: 'Footage',
    says: 'Drop the clips. What moves, strikes and flashes in them is marked; keep what is worth landing.',
    draws: (
      <>
        <rect x="4" y="6" width="70" height="38" rx="2" />
        <rect x="86" y="6" width="70" height="38" rx="2" />
        <circle cx="39" cy="25" r="9" />
        <path d="M92 36C104 36 104 14 116 14S132 34 150 30" />
        <circle className="is-filled" cx="116" cy="14" r="3.5" />
      </>
    ),
  },
  {
    name: 'Score',
    says: 'Propose. Three layouts of exact length, each with its reasons; take one and change it by hand.',
    draws: (
      <>
        {CUTS.slice(0, -1).map((at, i) => (
          <rect
            key={at}
            className={i % 2 === 0 ? 'is-tint' : ''}
            x={at}
            y="18"
            width={CUTS[i + 1]! - at}
            height="24"
          />
        ))}
        {CUTS.map((at) => (
          <path key={at} className="is-bar" d={`M${at} 10V46`} />
        ))}
      </>
    ),
  },
  {
    name: 'Hand-off',
    says: 'Rehearse it with its joins and its sound, then take files that editing programs read.',
    draws: (
      <>
        <path d="M30 6H62L72 16V46H30Z" />
        <path d="M62 6V16H72" />
        <path d="M38 24H64M38 31H64M38 38H56" />
        <path className="is-bar" d="M88 26H120M112 18L120 26L112 34" />
      </>
    ),
  },
];

const KEY = 'way-put-away';

function wasPutAway(): boolean {
  try {
    return localStorage.getItem(KEY) !== null;
  } catch {
    return false;
  }
}

/** The way from a song to files in four pictures, until it is put away. */
export function FirstWay() {
  const [away, setAway] = useState(wasPutAway);
  if (away) return null;
  const putAway = () => {
    setAway(true);
    try {
      localStorage.setItem(KEY, 'yes');
    } catch {
      // Without storage it is back at the next visit.
    }
  };
  return (
    <section className="first-way" aria-label="The way from a song to files">
      <ol>
        {PICTURES.map(({ name, says, draws }) => (
          <li key={name}>
            <svg viewBox="0 0 160 50" aria-hidden="true">
              {draws}
            </svg>
            <h3>{name}</h3>
            <p>{says}</p>
          </li>
        ))}
      </ol>
      <Button variant="link" size="sm" onClick={putAway}>
        Put away
      </Button>
    </section>
  );
}
