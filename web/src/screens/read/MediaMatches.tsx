import { Form, Table } from 'react-bootstrap';
import type { ClipFit, MatchedMedia } from '@caesura/core/handoff';
import type { Clip } from '@caesura/core/plan';
import { rateLabel } from '@caesura/core/time';
import { counted } from '../../app/format.ts';

/** What of a clip fits, in words. */
function fitWords({ file, name, reel, rate, length, used }: ClipFit): string {
  const said = [
    file && 'file',
    name && 'name',
    reel && 'reel',
    rate && 'rate',
    length && 'length',
    used === 'by timecode' && 'timecode',
    used === 'from its start' && 'what is used, counted from its start',
  ].filter(Boolean);
  return said.length === 0 ? 'nothing of it fits' : `fits by ${said.join(', ')}`;
}

const nameOf = ({ media }: MatchedMedia): string =>
  media.name || media.fileName || media.reel || 'no name';

/** What is said of the clip that a media is taken for. */
function takenWords(one: MatchedMedia, id: string | null): string {
  if (id === null)
    return one.fits.length > 1
      ? 'Several fit as well: choose, or it is entered as a clip without its file.'
      : 'Entered as a clip without its file; drop that here, or in Footage later.';
  const fit = one.fits.find(({ clip }) => clip.id === id);
  return fit ? `It ${fitWords(fit)}.` : 'Chosen by hand.';
}

/** The media of a film, each with the clip that it is taken for, to be mended by hand. */
export function MediaMatches({
  matched,
  clips,
  chosen,
  onChoose,
}: {
  matched: readonly MatchedMedia[];
  clips: readonly Clip[];
  chosen: Readonly<Record<number, string | null>>;
  onChoose: (place: number, clip: string | null) => void;
}) {
  return (
    <Table size="sm" className="read-table">
      <thead>
        <tr>
          <th scope="col">In the file</th>
          <th scope="col">Shots</th>
          <th scope="col">Is the clip</th>
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody>
        {matched.map((one, i) => {
          const { media, pieces, taken, fits } = one;
          const id = chosen[i] === undefined ? (taken?.clip.id ?? null) : (chosen[i] ?? null);
          const others = clips.filter((clip) => !fits.some((fit) => fit.clip.id === clip.id));
          return (
            <tr key={i}>
              <td>
                <b>{nameOf(one)}</b>
                <span className="secondary">
                  {[
                    media.fileName !== media.name && media.fileName,
                    media.reel && `reel ${media.reel}`,
                    media.rate && `${rateLabel(media.rate)} fps`,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </span>
              </td>
              <td className="figures">{counted(pieces.length, 'shot')}</td>
              <td>
                <Form.Select
                  size="sm"
                  aria-label={`Clip of ${nameOf(one)}`}
                  value={id ?? ''}
                  onChange={({ target }) => onChoose(i, target.value || null)}
                >
                  <option value="">a new clip without its file</option>
                  {fits.map(({ clip }) => (
                    <option key={clip.id} value={clip.id}>
                      {clip.name}
                    </option>
                  ))}
                  {others.map((clip) => (
                    <option key={clip.id} value={clip.id}>
                      {clip.name}
                    </option>
                  ))}
                </Form.Select>
              </td>
              <td>{takenWords(one, id)}</td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
