import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { orderByLikeness } from '@caesura/core/footage';
import { soundsOf } from '@caesura/core/film';
import { proposalsOf } from '@caesura/core/sound';
import type { Clip } from '@caesura/core/plan';
import { toNumber } from '@caesura/core/time';
import { counted } from '../../app/format.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useClipAnalyses } from '../../app/use-clip-analysis.ts';
import { useFileQueue } from '../../files/use-file-queue.ts';
import { VIDEOS } from '../../files/video-types.ts';
import { DropArea, FileButton } from '../../components/DropArea.tsx';
import { ArrangeBar } from './ArrangeBar.tsx';
import { arranged, type Arrangement } from './arrangement.ts';
import { ClipCard } from './ClipCard.tsx';
import { ClipCards } from './ClipCards.tsx';
import { ClipDialog } from './ClipDialog.tsx';
import { FileList } from './FileList.tsx';
import { KeepMoments } from './KeepMoments.tsx';

/** The clips of the film: dropped files, that are read and watched, or entered by hand. */
export default function FootageScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const queue = useFileQueue();
  const clipAnalysisOf = useClipAnalyses(plan.clips);
  const [described, setDescribed] = useState<{ readonly clip: Clip | null } | null>(null);
  const [arrangement, setArrangement] = useState<Arrangement>({
    order: 'plan',
    filter: 'all',
    find: '',
    like: null,
  });
  const placed = useMemo(
    () => arranged(plan, arrangement, clipAnalysisOf),
    [plan, arrangement, clipAnalysisOf],
  );

  const addFiles = (files: File[]) => queue.add(files);
  const finish = (clip: Clip) => {
    const known = plan.clips.some((c) => c.id === clip.id);
    if (known ? edit('changeClip', clip) : edit('addClips', [clip])) setDescribed(null);
  };
  const proposals = plan.clips.flatMap((clip) => {
    const open = proposalsOf(clip, clipAnalysisOf(clip)?.proposed ?? [], soundsOf(plan));
    return open.map((moment) => ({ ...moment, clip: clip.id }));
  });
  const orderAlike = () => {
    const met = plan.clips.map((clip) => {
      const { frames, looks } = clipAnalysisOf(clip) ?? { frames: [], looks: [] };
      return { frames, looks, usable: clip.usable, rate: toNumber(clip.rate) };
    });
    edit(
      'orderClips',
      orderByLikeness(met).map((i) => plan.clips[i]!.id),
    );
  };
  const buttons = (
    <>
      <Button variant="outline-dark" onClick={() => setDescribed({ clip: null })}>
        Enter by hand
      </Button>
      <FileButton label="Choose video files" accept={VIDEOS} multiple onFiles={addFiles} />
    </>
  );
  return (
    <DropArea onFiles={addFiles} hint="Drop clips here">
      <div className="footage">
        {plan.clips.length === 0 ? (
          <>
            <FileList />
            <div className="empty">
              <h2>No clips yet</h2>
              <p>
                Drop video files anywhere here, or choose them. Their frames, rate, movement and
                moments are read from the files themselves. Clips that are not at hand can be
                entered.
              </p>
              <div className="buttons">{buttons}</div>
            </div>
          </>
        ) : (
          <>
            <div className="page-head">
              <h2>{counted(plan.clips.length, 'clip')}</h2>
              <ArrangeBar arrangement={arrangement} clips={plan.clips} onChange={setArrangement} />
              <Button
                variant="outline-dark"
                onClick={orderAlike}
                title="Each clip goes on with the one most like its end, from the first"
              >
                Order by likeness
              </Button>
              <KeepMoments
                proposed={proposals}
                label={(moments) =>
                  moments.length === 0
                    ? 'Keep proposed'
                    : `Keep ${moments.length < proposals.length ? `${moments.length} of ` : ''}${counted(proposals.length, 'proposed moment')}`
                }
                variant="outline-dark"
                onKeep={(moments) =>
                  edit(
                    'pinAll',
                    moments.map(({ clip, at, kind, strength }) => [clip, { at, kind, strength }]),
                  )
                }
              />
              {buttons}
            </div>
            <FileList />
            {placed.length === 0 && <p className="waiting">No clip is like that.</p>}
            <ClipCards
              placed={placed}
              draw={({ clip, place, used }) => (
                <ClipCard
                  key={clip.id}
                  {...{ clip, place, used }}
                  analysis={clipAnalysisOf(clip)}
                  planRate={plan.rate}
                  count={plan.clips.length}
                  onEdit={() => setDescribed({ clip })}
                  onRemove={() => edit('removeClip', clip.id)}
                  onMove={(by) => edit('moveClip', clip.id, by)}
                />
              )}
            />
          </>
        )}
      </div>
      {described && (
        <ClipDialog
          {...described}
          title={described.clip ? 'Change the clip' : 'A clip by hand'}
          onDone={finish}
          onClose={() => setDescribed(null)}
        />
      )}
    </DropArea>
  );
}
