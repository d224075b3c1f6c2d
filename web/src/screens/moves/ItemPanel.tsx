import { useState } from 'react';
import { Tab, Tabs } from 'react-bootstrap';
import type { Fault } from '@caesura/core/faults';
import type { Film } from '@caesura/core/film';
import { adviceAt } from '@caesura/core/joins';
import { FaultsPanel } from './FaultsPanel.tsx';
import type { MoveItem } from './items.ts';
import { EffectsHere } from './EffectsHere.tsx';
import { KeyEasings } from './KeyEasings.tsx';
import { MovePanel } from './MovePanel.tsx';
import { OnEach } from './OnEach.tsx';
import { PhrasePanel } from './PhrasePanel.tsx';
import { RecipePanel } from './RecipePanel.tsx';
import { SpeedPanel } from './SpeedPanel.tsx';
import { useCamera } from '../../app/use-camera.ts';
import type { Choice } from './use-choice.ts';

/** What can be set of the open item and of those chosen with it; recipes, speeds and faults. */
export function ItemPanel({
  film,
  item,
  choice,
  position,
  faults,
  snaps,
  onSnaps,
}: {
  film: Film;
  item: MoveItem;
  choice: Choice;
  position: number;
  faults: readonly Fault[];
  snaps: boolean;
  onSnaps: (snaps: boolean) => void;
}) {
  const { plan } = film;
  const camera = useCamera(plan);
  const [tab, setTab] = useState('settings');
  const many = item.kind === 'cut' ? choice.cuts.length : choice.phrases.length;
  return (
    <aside className="panel" aria-label="What it does">
      {many > 1 && (
        <p className="on-these">
          What is set here is set on these {many} {item.kind === 'cut' ? 'cuts' : 'phrases'}.
        </p>
      )}
      <Tabs
        id="move-tabs"
        variant="underline"
        activeKey={item.kind === 'phrase' && tab === 'speed' ? 'settings' : tab}
        onSelect={(key) => setTab(key ?? 'settings')}
        mountOnEnter
        unmountOnExit
      >
        <Tab eventKey="settings" title="Settings">
          {item.kind === 'cut' ? (
            <MovePanel
              plan={plan}
              facts={item.join}
              suggested={camera.suggestedAt(item.join)}
              advice={adviceAt(film.joins, item.join, {
                out: camera.shiftAt(item.join.out, 'end'),
                in: camera.shiftAt(item.join.into, 'start'),
              })}
              choice={choice}
            />
          ) : (
            <PhrasePanel
              key={item.key}
              film={film}
              facts={item.phrase}
              choice={choice}
              position={position}
            />
          )}
          <EffectsHere film={film} item={item} choice={choice} />
          <KeyEasings item={item} />
          {item.kind === 'phrase' && (
            <>
              <h3>More like it</h3>
              <OnEach
                film={film}
                position={position}
                recipe={item.phrase.phrase.recipe ?? null}
                settings={item.phrase.settings}
              />
            </>
          )}
        </Tab>
        <Tab eventKey="recipes" title="Recipes">
          <RecipePanel
            film={film}
            item={item}
            choice={choice}
            position={position}
            {...{ snaps, onSnaps }}
            wayOfCut={(c) => {
              const join = film.joins[c - 1];
              return join ? camera.suggestedAt(join).way : null;
            }}
          />
        </Tab>
        {item.kind === 'cut' && (
          <Tab eventKey="speed" title="Speed">
            <SpeedPanel plan={plan} facts={item.join} />
          </Tab>
        )}
        <Tab eventKey="faults" title="Faults">
          <FaultsPanel plan={plan} faults={faults} />
        </Tab>
      </Tabs>
    </aside>
  );
}
