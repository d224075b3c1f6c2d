import { Button, ButtonGroup } from 'react-bootstrap';

/** The ways to see a score. */
export const SCORE_VIEWS = {
  lines: 'Lines',
  table: 'Table',
  charts: 'Charts',
  rates: 'Rates',
} as const;
export type ScoreView = keyof typeof SCORE_VIEWS;

/** Bars on a line at each zoom. */
export const ZOOMS = [16, 8, 4, 2, 1, 1 / 2, 1 / 4] as const;

interface Props {
  readonly view: ScoreView;
  readonly onView: (view: ScoreView) => void;
  /** Place among the zooms. */
  readonly zoom: number;
  readonly onZoom: (by: 1 | -1) => void;
  readonly withPace: boolean;
  readonly onPace: () => void;
}

/** What a score is shown as, and how close. */
export function ScoreBar({ view, onView, zoom, onZoom, withPace, onPace }: Props) {
  return (
    <>
      {view === 'lines' && (
        <ButtonGroup aria-label="Zoom">
          <Button
            variant="outline-dark"
            active={withPace}
            aria-pressed={withPace}
            onClick={onPace}
            title="The wanted length along the lines, to see and to drag"
          >
            Pace
          </Button>
          <Button
            variant="outline-dark"
            disabled={zoom === 0}
            onClick={() => onZoom(-1)}
            title="More bars on a line (−)"
          >
            −
          </Button>
          <Button
            variant="outline-dark"
            disabled={zoom === ZOOMS.length - 1}
            onClick={() => onZoom(1)}
            title="Fewer bars on a line (+)"
          >
            +
          </Button>
        </ButtonGroup>
      )}
      <ButtonGroup aria-label="Show">
        {(Object.keys(SCORE_VIEWS) as ScoreView[]).map((name) => (
          <Button
            key={name}
            variant="outline-dark"
            active={view === name}
            aria-pressed={view === name}
            onClick={() => onView(name)}
          >
            {SCORE_VIEWS[name]}
          </Button>
        ))}
      </ButtonGroup>
    </>
  );
}
