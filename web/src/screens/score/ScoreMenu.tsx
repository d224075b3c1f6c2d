import { useEffect, useRef, type KeyboardEvent } from 'react';
import { createPortal } from 'react-dom';
import { Dropdown } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import type { ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { choiceText, useChoices } from './choices.ts';

/** A menu that was asked for: of which shot, and where on the page. */
export interface AskedMenu {
  readonly shot: number;
  readonly x: number;
  readonly y: number;
}

/** What fits in a shot, offered in the menu. */
const OFFERED = 4;
/** Pixels of the page that a menu needs at least under and beside where it opens. */
const [NEEDS_WIDTH, NEEDS_HEIGHT] = [250, 520];

interface Act {
  readonly label: string;
  readonly run: () => void;
  readonly off?: boolean;
}

/**
 * Goes from one act of the menu to the next, and from the last to the first, with the arrow keys.
 */
function goThrough(event: KeyboardEvent<HTMLElement>): void {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (by === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  const acts = [
    ...event.currentTarget.querySelectorAll<HTMLElement>('.dropdown-item:not(:disabled)'),
  ];
  const at = acts.indexOf(document.activeElement as HTMLElement);
  acts.at((at + by) % acts.length)?.focus();
}

/** What can be done with a shot and the cut that it starts at, where the pointer is. */
export function ScoreMenu({
  plan,
  facts,
  asked,
  onPlay,
  onSplit,
  onRelay,
  onCopy,
  onPaste,
  onClose,
}: {
  plan: Plan;
  facts: ShotFacts;
  asked: AskedMenu;
  onPlay: () => void;
  onSplit: () => void;
  onRelay: () => void;
  onCopy: () => void;
  onPaste: () => void;
  onClose: () => void;
}) {
  const edit = useEdit();
  const navigate = useNavigate();
  const menu = useRef<HTMLDivElement>(null);
  const choices = useChoices(plan, facts.index);
  useEffect(() => menu.current?.querySelector<HTMLElement>('.dropdown-item')?.focus(), []);
  const { index, clip, shot } = facts;
  const last = plan.score!.shots.length - 1;
  const names = new Map(plan.clips.map((c) => [c.id, c.name]));
  const bestOfEach = choices.filter(
    (c, i) => choices.findIndex((other) => other.clip === c.clip) === i && c.clip !== shot.clip,
  );
  const groups: readonly { readonly name: string; readonly acts: readonly Act[] }[] = [
    {
      name: `Shot ${index + 1}, ${clip?.name ?? 'no clip'}`,
      acts: [
        { label: 'Play from its start', run: onPlay },
        { label: 'Split at the position', run: onSplit },
        { label: 'Copy', run: onCopy },
        { label: 'Paste from its start on', run: onPaste },
        { label: 'Propose it anew', run: onRelay },
        {
          label: 'Swap with the shot before',
          off: index === 0,
          run: () => edit('swapShots', index, index - 1),
        },
        {
          label: 'Swap with the shot after',
          off: index === last,
          run: () => edit('swapShots', index, index + 1),
        },
        ...[-10, 10].map((by) => ({
          label: `Slip ${Math.abs(by)} source frames ${by < 0 ? 'earlier' : 'later'}`,
          off: !clip,
          run: () => edit('slipShot', index, by),
        })),
      ],
    },
    ...(index > 0
      ? [
          {
            name: `Cut ${index}`,
            acts: [
              { label: 'To the cue before', run: () => edit('moveCutToCue', index, -1) },
              { label: 'To the cue after', run: () => edit('moveCutToCue', index, 1) },
              { label: 'A frame earlier', run: () => edit('nudgeCut', index, -1) },
              { label: 'A frame later', run: () => edit('nudgeCut', index, 1) },
              {
                label: shot.locked ? 'Unlock' : 'Lock',
                run: () => edit('lockCut', index, !shot.locked),
              },
              { label: 'Remove: the shot before runs on', run: () => edit('removeCut', index) },
              { label: 'Open in Moves', run: () => void navigate(`../moves/${index}`) },
            ],
          },
        ]
      : []),
    {
      name: 'Show instead',
      acts: bestOfEach.slice(0, OFFERED).map((choice) => ({
        label: `${names.get(choice.clip)}, ${choiceText(choice)}`,
        run: () =>
          edit('showInShot', index, {
            clip: choice.clip,
            sourceIn: choice.sourceIn,
            speed: choice.speed,
          }),
      })),
    },
  ];
  return createPortal(
    <Dropdown show autoClose onToggle={(open) => !open && onClose()}>
      <Dropdown.Menu
        ref={menu}
        className="score-menu"
        aria-label={`What can be done with shot ${index + 1}`}
        style={{
          left: Math.max(0, Math.min(asked.x, window.innerWidth - NEEDS_WIDTH)),
          top: Math.max(0, Math.min(asked.y, window.innerHeight - NEEDS_HEIGHT)),
        }}
        onKeyDown={goThrough}
      >
        {groups
          .filter(({ acts }) => acts.length > 0)
          .map(({ name, acts }) => (
            <div key={name} role="group" aria-label={name}>
              <Dropdown.Header>{name}</Dropdown.Header>
              {acts.map(({ label, run, off }) => (
                <Dropdown.Item
                  key={label}
                  as="button"
                  type="button"
                  disabled={off ?? false}
                  onClick={() => {
                    run();
                    onClose();
                  }}
                >
                  {label}
                </Dropdown.Item>
              ))}
            </div>
          ))}
      </Dropdown.Menu>
    </Dropdown>,
    document.body,
  );
}
