import { useEffect, useMemo, useRef } from 'react';
import { MIX_RATE } from '@caesura/core/sound';
import { ask, mediaUrl } from '../../app/http.ts';
import { problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';

/** Plays single sounds, one after the other. */
export interface Hear {
  /** A kept file. */
  readonly file: (media: string) => void;
  /** One channel at the rate of the mix. */
  readonly samples: (channel: Float32Array) => void;
}

/** Lets single sounds be heard at a click; another stops the one before, leaving the screen too. */
export function useHear(): Hear {
  const dispatch = useAppDispatch();
  const playing = useRef<{ context: AudioContext; source: AudioBufferSourceNode | null } | null>(
    null,
  );
  useEffect(
    () => () => {
      void playing.current?.context.close();
      playing.current = null;
    },
    [],
  );
  return useMemo(() => {
    const context = () => (playing.current ??= { context: new AudioContext(), source: null });
    const play = (buffer: AudioBuffer) => {
      const now = context();
      now.source?.stop();
      now.source = new AudioBufferSourceNode(now.context, { buffer });
      now.source.connect(now.context.destination);
      void now.context.resume();
      now.source.start();
    };
    const failed = (error: unknown) => dispatch(problem(error));
    return {
      file: (media) => {
        const load = async () => {
          const bytes = await (await ask(mediaUrl(media))).arrayBuffer();
          play(await context().context.decodeAudioData(bytes));
        };
        load().catch(failed);
      },
      samples: (channel) => {
        const buffer = new AudioBuffer({ length: channel.length, sampleRate: MIX_RATE });
        buffer.copyToChannel(channel as Float32Array<ArrayBuffer>, 0);
        play(buffer);
      },
    };
  }, [dispatch]);
}
