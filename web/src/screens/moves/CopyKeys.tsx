import { copiedKeys, type CopiedKeys } from './copied-keys.ts';
import { trackId, type Track } from './track.ts';

/** Copies the keys of a row, and puts those that were copied on a row of the same parameter. */
export function CopyKeys({
  tracks,
  targets,
  copied,
  nameOf,
  onCopy,
  onPut,
}: {
  tracks: readonly Track[];
  /** The rows of the parameter that was copied, whether they move or not. */
  targets: readonly Track[];
  copied: CopiedKeys | null;
  nameOf: (track: Track) => string;
  onCopy: (keys: CopiedKeys) => void;
  onPut: (track: Track) => void;
}) {
  const chosen = (all: readonly Track[], id: string) => all.find((track) => trackId(track) === id);
  const options = (all: readonly Track[]) =>
    all.map((track) => (
      <option key={trackId(track)} value={trackId(track)}>
        {nameOf(track)}
      </option>
    ));
  return (
    <>
      <select
        aria-label="Copy the keys of"
        className="form-select"
        value=""
        onChange={(event) => {
          const track = chosen(tracks, event.target.value);
          if (track) onCopy(copiedKeys(track));
        }}
      >
        <option value="">Copy keys…</option>
        {options(tracks)}
      </select>
      {copied && targets.length > 0 && (
        <select
          aria-label="Put the copied keys on"
          className="form-select"
          value=""
          onChange={(event) => {
            const track = chosen(targets, event.target.value);
            if (track) onPut(track);
          }}
        >
          <option value="">Put them on…</option>
          {options(targets)}
        </select>
      )}
    </>
  );
}
