import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Audit } from '@caesura/core/handoff';
import type { Plan, Sound } from '@caesura/core/plan';
import { frames, toNumber } from '@caesura/core/time';
import { useEdit } from '../../../app/hooks.ts';

/** Seconds of the file that are heard on frame 0 of the film; less than 0 where it comes later. */
const heardAtStart = (music: Sound, rate: number): number =>
  music.region.in / music.analysis.sampleRate - music.place / rate;

/**
 * Where of its file the music is heard as the film begins: what a list does not say, and by which
 * all cuts come early or late.
 */
export function MusicPlacePanel({
  plan,
  audit,
  music,
}: {
  plan: Plan;
  audit: Audit;
  music: Sound;
}) {
  const edit = useEdit();
  const rate = toNumber(plan.rate);
  const start = heardAtStart(music, rate);
  const [typed, setTyped] = useState<string | null>(null);
  const length = plan.score?.length ?? plan.target;
  const lay = (seconds: number) => {
    if (!Number.isFinite(seconds)) return;
    const late = Math.max(0, Math.round(-seconds * rate));
    edit('layMusicAt', {
      ...{ name: music.fileName, more: 0, at: frames(late) },
      ...{ from: seconds + late / rate, lasts: length - late },
    });
    setTyped(null);
  };
  const common = audit.systematic?.frames ?? 0;
  return (
    <section aria-label="Where the music lies">
      <h3>Where the music lies</h3>
      <form
        className="field"
        onSubmit={(event) => {
          event.preventDefault();
          lay(Number(typed ?? start));
        }}
      >
        <Form.Label htmlFor="music-from">As the film begins, s of its file</Form.Label>
        <Form.Control
          id="music-from"
          size="sm"
          value={typed ?? start.toFixed(3)}
          onChange={({ target }) => setTyped(target.value.replace(',', '.'))}
          onBlur={() => typed !== null && lay(Number(typed))}
        />
      </form>
      {Math.abs(common) >= 0.75 && (
        <p>
          All cuts are off alike. If the music was only laid elsewhere in that film:{' '}
          <Button variant="link" size="sm" onClick={() => lay(start - common / rate)}>
            lay it where the cuts fit
          </Button>
        </p>
      )}
    </section>
  );
}
