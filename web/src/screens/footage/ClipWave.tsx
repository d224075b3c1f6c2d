import type { Clip, ClipSound } from '@caesura/core/plan';
import { sampleOfSource } from '@caesura/core/sound';
import { seconds } from '@caesura/core/time';
import { useOutline } from '../../app/use-media.ts';
import { Wave } from '../../components/Wave.tsx';

/** The own sound of a clip from one of its frames on, of so many that a full line has. */
export function ClipWave({
  clip,
  sound,
  from,
  to,
  across,
}: {
  clip: Clip;
  sound: ClipSound;
  from: number;
  to: number;
  across: number;
}) {
  const outline = useOutline(sound.outline);
  const sounding = { ...clip, sound };
  const at = (frame: number) => seconds(sampleOfSource(sounding, frame) / sound.sampleRate);
  const span = seconds(at(from + across) - at(from));
  return (
    <div className="line-sound" title="Its own sound">
      {outline && (
        <Wave
          outline={outline}
          line={{ from: at(from), to: at(to), span, bar: null, bars: [] }}
          offset={0}
        />
      )}
    </div>
  );
}
