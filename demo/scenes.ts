import {
  boards,
  box,
  bricks,
  camera,
  disc,
  fall,
  ground,
  HEIGHT,
  knock,
  letters,
  placed,
  shape,
  smooth,
  stroke,
  WIDTH,
  type Pen,
} from './drawing.ts';

/** An instant in a clip that an editor would want to land, in seconds from its first frame. */
export interface Moment {
  readonly at: number;
  readonly kind: 'impact' | 'start' | 'stop' | 'turn';
}

/** What the camera looks at, in pixels of the scene, and how much it magnifies. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly zoom: number;
}

/** One clip of the demo, drawn frame by frame from the time since its first frame. */
export interface Scene {
  readonly id: string;
  readonly name: string;
  readonly container: 'mp4' | 'webm';
  readonly rate: readonly [num: number, den: number];
  readonly seconds: number;
  readonly moments: readonly Moment[];
  /** Stretches in which nothing at all moves, in seconds. */
  readonly still: readonly (readonly [from: number, to: number])[];
  /** Where the camera looks; a camera that never moves when left out. */
  readonly view?: (t: number) => View;
  readonly draw: (pen: Pen, t: number) => void;
}

const INK = '#23272f';
const PAPER = '#f2ecdd';
const IRON = '#3d444d';
const STEEL = '#9aa3a8';
const WOOD = '#a9794b';
const GRAIN = '#8f6239';

const doorView = (t: number): View => {
  const push = smooth(t, 3.6, 6);
  return { x: 320 + 20 * push, y: 180, zoom: 1 + 0.3 * push };
};

function streetDoor(pen: Pen, t: number): void {
  bricks(pen, -60, -60, 17, 24);
  box(pen, 90, 70, 120, 110, '#2d3b45', 3);
  box(pen, 98, 78, 104, 94, '#c9b678', 2);
  letters(pen, 'Marrow Lane', 150, 52, 22, PAPER);
  box(pen, 300, 60, 160, 300, '#20262c', 3);
  const open = smooth(t, 1.5, 3);
  box(pen, 308, 68, 144, 292, `rgb(${70 + 170 * open}, ${60 + 140 * open}, ${45 + 70 * open})`);
  const width = 144 * (1 - 0.82 * open);
  shape(
    pen,
    '#1f5a5f',
    308,
    68,
    308 + width,
    68 + 20 * open,
    308 + width,
    360 - 14 * open,
    308,
    360,
  );
  disc(pen, 308 + width * 0.88, 215, 5, '#d9b45a');
  box(pen, -60, 350, 800, 60, '#6d6a63');
}

function inkingRoller(pen: Pen, t: number): void {
  boards(pen, 0, HEIGHT, WOOD, GRAIN);
  box(pen, 60, 170, 520, 130, '#55504a', 6);
  const way = Math.sin((2 * Math.PI * t) / 2.4);
  box(pen, 90, 190, 440, 90, '#7c2417', 30);
  for (let i = 0; i < 12; i++) box(pen, 100 + i * 36, 196 + ((i * 29) % 60), 22, 4, '#9d3322', 2);
  const x = 320 + 190 * way;
  placed(pen, { x, y: 234 }, () => {
    box(pen, -30, -70, 60, 140, '#3a1d18', 10);
    for (let i = -2; i <= 2; i++) {
      const y =
        ((i * 28 + 190 * way * 0.9) % 70) + ((i * 28 + 190 * way * 0.9) % 70 < -70 ? 70 : 0);
      box(pen, -26, Math.max(-66, Math.min(60, y)), 52, 5, '#5c2b23', 2);
    }
    stroke(pen, 0, -70, 0, -120, 9, STEEL);
    box(pen, -14, -190, 28, 80, '#c08a4a', 10);
  });
}

function platenCloses(pen: Pen, t: number): void {
  ground(pen, '#6b675e');
  boards(pen, 300, 60, '#5a4632', '#4a3926');
  const strike = Math.max(
    fall(t, 2.05, 2.5) * (1 - smooth(t, 2.6, 3.2)),
    fall(t, 5.05, 5.5) * (1 - smooth(t, 5.6, 6.2)),
  );
  pen.save();
  pen.translate(knock(t, 2.5, 6) + knock(t, 5.5, 6), 0);
  box(pen, 390, 70, 46, 240, IRON, 4);
  box(pen, 376, 90, 18, 190, STEEL, 2);
  for (let i = 0; i < 7; i++) box(pen, 370, 100 + i * 25, 8, 16, INK);
  box(pen, 150, 300, 360, 22, '#2b3036', 3);
  placed(pen, { x: 340, y: 300, turn: -0.72 * (1 - strike) }, () => {
    box(pen, -8, -216, 34, 216, '#4d565f', 4);
    box(pen, 24, -204, 8, 180, PAPER);
  });
  placed(pen, { x: 520, y: 190, turn: t * 2.1 }, () => {
    disc(pen, 0, 0, 86, '#2b3036');
    disc(pen, 0, 0, 70, '#6b675e');
    for (let i = 0; i < 5; i++)
      placed(pen, { x: 0, y: 0, turn: (i * 2 * Math.PI) / 5 }, () =>
        box(pen, -6, 0, 12, 78, '#2b3036'),
      );
  });
  pen.restore();
}

/** When the brake falls on the flywheel, in seconds. */
const BRAKE = 6.4;

function flywheel(pen: Pen, t: number): void {
  bricks(pen, -30, -6, 15, 19);
  // Gathers speed until the brake stops it at once.
  const run = Math.min(t, BRAKE);
  const turn = 1.2 * run + 0.35 * run * run;
  placed(pen, { x: 320, y: 190, turn }, () => {
    disc(pen, 0, 0, 158, IRON);
    disc(pen, 0, 0, 128, '#7a5340');
    for (let i = 0; i < 6; i++)
      placed(pen, { x: 0, y: 0, turn: (i * Math.PI) / 3 }, () =>
        shape(pen, IRON, -12, 20, 12, 20, 8, 134, -8, 134),
      );
    disc(pen, 0, 0, 30, STEEL);
    disc(pen, 0, -143, 9, '#c2472d');
  });
  box(pen, 300, 186, 40, 174, '#2b3036', 3);
  disc(pen, 320, 190, 14, '#d6d9da');
}

const drawerView = (t: number): View => ({ x: 320 + 520 * smooth(t, 0.8, 5.6), y: 180, zoom: 1 });

function typeDrawer(pen: Pen): void {
  box(pen, -50, -20, 1400, 420, '#6f4a2a');
  const set = 'AaBbCcDdEeFfGgHhIiJjKkLlMmNnOoPpQqRrSsTtUuVvWwXxYyZz';
  for (let row = 0; row < 5; row++)
    for (let column = 0; column < 18; column++) {
      const [x, y] = [20 + column * 66, 16 + row * 68];
      box(pen, x, y, 58, 60, row % 2 ? '#3b2817' : '#442e1b', 2);
      for (let n = 0; n < 3 + ((row * 5 + column * 3) % 4); n++)
        placed(
          pen,
          {
            x: x + 12 + n * 8,
            y: y + 22 + ((n * 13) % 22),
            turn: ((n * 37 + column) % 11) / 8 - 0.6,
          },
          () => box(pen, -4, -8, 8, 16, n % 2 ? '#b9bfc3' : '#8f979c', 1),
        );
      letters(pen, set[(row * 18 + column) % set.length]!, x + 46, y + 48, 15, '#d8c49b');
    }
}

function guillotine(pen: Pen, t: number): void {
  ground(pen, '#85806f');
  boards(pen, 280, 80, WOOD, GRAIN);
  const down = Math.max(
    fall(t, 1.65, 2) * (1 - smooth(t, 2.4, 3.4)),
    fall(t, 4.65, 5) * (1 - smooth(t, 5.4, 6.4)),
  );
  pen.save();
  pen.translate(0, knock(t, 2, 5) + knock(t, 5, 5));
  const fallen = Math.max(smooth(t, 2.02, 2.5) * (t < 4 ? 1 : 0), smooth(t, 5.02, 5.5));
  for (let i = 0; i < 9; i++) box(pen, 170, 270 - i * 8, 230, 7, i % 2 ? PAPER : '#ddd5c0', 1);
  placed(pen, { x: 410, y: 240 + 60 * fallen, turn: 0.5 * fallen }, () => {
    for (let i = 0; i < 9; i++) box(pen, 0, 30 - i * 8, 60, 7, i % 2 ? PAPER : '#ddd5c0', 1);
  });
  box(pen, 120, 30, 26, 260, IRON, 3);
  box(pen, 494, 30, 26, 260, IRON, 3);
  box(pen, 120, 20, 400, 30, '#1f5a5f', 4);
  const y = 60 + 160 * down;
  shape(pen, STEEL, 146, y, 494, y, 494, y + 46, 146, y + 60);
  shape(pen, '#d6d9da', 146, y + 52, 494, y + 40, 494, y + 47, 146, y + 60);
  pen.restore();
}

const rackView = (t: number): View => ({ x: 320, y: 600 - 420 * smooth(t, 0.6, 6.4), zoom: 1 });

function dryingRack(pen: Pen): void {
  box(pen, -20, -20, 680, 900, '#4b5560');
  box(pen, 60, -20, 18, 900, WOOD);
  box(pen, 562, -20, 18, 900, WOOD);
  for (let i = 0; i < 11; i++) {
    const y = 20 + i * 74;
    stroke(pen, 78, y + 50, 562, y + 50, 3, '#2b3036');
    for (let s = 0; s < 2; s++) {
      const x = 96 + s * 240;
      shape(pen, PAPER, x, y + 46, x + 16, y, x + 216, y, x + 224, y + 46);
      box(pen, x + 60, y + 12, 90, 10, ['#b5361c', '#1f6f78', '#b07c12'][(i + s) % 3]!);
      box(pen, x + 48, y + 28, 120, 5, INK);
    }
  }
}

function sheetLifted(pen: Pen, t: number): void {
  boards(pen, 0, HEIGHT, '#5d6a63', '#515d57');
  box(pen, 140, 120, 360, 200, IRON, 4);
  for (let row = 0; row < 5; row++)
    for (let i = 0; i < 13; i++)
      box(pen, 160 + i * 25, 140 + row * 34, 18, 22, (i * 3 + row) % 4 ? '#7a2418' : '#5c1b12', 1);
  const lift = smooth(t, 1, 3.4);
  const edge = 320 - 250 * lift;
  const top = 110 - 190 * lift;
  shape(pen, PAPER, 130, top, 510, top, 510 - 20 * lift, edge, 130 + 20 * lift, edge);
  shape(
    pen,
    '#d8cdb4',
    130 + 20 * lift,
    edge,
    510 - 20 * lift,
    edge,
    510 - 24 * lift,
    edge + 12 * lift,
    130 + 24 * lift,
    edge + 12 * lift,
  );
  placed(pen, { x: 320, y: edge + 6 }, () => box(pen, -20, -4, 40, 60, '#c99a77', 14));
}

/** The camera whips over to the window. */
const apprenticeView = (t: number): View => ({
  x: 320 + 460 * smooth(t, 3.6, 4.1),
  y: 190,
  zoom: 1,
});

function apprenticeTurns(pen: Pen, t: number): void {
  bricks(pen, -60, -40, 26, 23);
  box(pen, 40, 40, 130, 150, '#b6c4c8', 2);
  stroke(pen, 105, 40, 105, 190, 5, '#5b4330');
  box(pen, 700, 60, 220, 180, '#c9d4d2', 2);
  stroke(pen, 810, 60, 810, 240, 6, '#5b4330');
  stroke(pen, 700, 150, 920, 150, 6, '#5b4330');
  box(pen, 660, 300, 320, 120, WOOD, 3);
  const turn = smooth(t, 1.4, 2.2);
  const side = 1 - 2 * turn;
  box(pen, 230, 200, 180, 200, '#2f4a58', 40);
  box(pen, 262, 230, 116, 170, '#b98f4e', 8);
  box(pen, 300, 165, 40, 50, '#b98362', 8);
  disc(pen, 320, 128, 58, '#c99a77');
  shape(pen, '#c99a77', 320 + side * 40, 112, 320 + side * 72, 138, 320 + side * 40, 150);
  pen.fillStyle = '#3a281d';
  pen.beginPath();
  pen.ellipse(320 - side * 14, 98, 62, 40, 0, Math.PI, 2 * Math.PI);
  pen.fill();
  disc(pen, 320 + side * 26, 124, 5, INK);
  disc(pen, 320 + side * 26 - 34 * (1 - Math.abs(side)), 124, 5 * (1 - Math.abs(side)), INK);
  box(pen, 258, 86, 124, 14, '#7c2417', 6);
}

const tinView = (t: number): View => ({ x: 320, y: 190, zoom: 0.8 + 0.9 * smooth(t, 0.5, 5.5) });

function inkTin(pen: Pen, t: number): void {
  const stirred = 7 * smooth(t, 0.5, 5.5);
  boards(pen, -200, 760, WOOD, GRAIN);
  disc(pen, 320, 190, 130, '#2b3036');
  disc(pen, 320, 190, 118, STEEL);
  disc(pen, 320, 190, 108, '#1c4d54');
  for (let i = 0; i < 5; i++)
    placed(pen, { x: 320, y: 190, turn: stirred + i * 1.25 }, () => {
      pen.strokeStyle = i % 2 ? '#2c737c' : '#14383e';
      pen.lineWidth = 5;
      pen.beginPath();
      pen.arc(10, 0, 26 + i * 15, 0, 1.8);
      pen.stroke();
    });
  placed(
    pen,
    { x: 320 + 50 * Math.cos(stirred), y: 190 + 50 * Math.sin(stirred), turn: -0.5 },
    () => {
      box(pen, -9, -10, 18, 190, '#c6cbcd', 4);
      box(pen, -13, 120, 26, 130, '#6f4a2a', 10);
    },
  );
}

/** When each letter of the composing stick drops into place, in seconds. */
const DROPS = [0.8, 1.6, 2.4, 3.2, 4, 4.8];
/**
 * How long before that it comes into the picture: it falls 260 pixels in 0.4 s, the first 20 of
 * them above the edge.
 */
const SEEN_FALLING = 0.4 * (1 - Math.sqrt(20 / 260));

function typeSet(pen: Pen, t: number): void {
  boards(pen, 0, HEIGHT, '#7a5836', '#69492b');
  box(pen, 60, 240, 520, 22, STEEL, 3);
  box(pen, 60, 120, 16, 142, STEEL, 3);
  'OPEN 5'.split('').forEach((letter, i) => {
    const at = DROPS[i]!;
    const y = 150 - 260 * (1 - fall(t, at - 0.4, at));
    box(pen, 84 + i * 78, y, 70, 90, '#b9bfc3', 2);
    box(pen, 90 + i * 78, y + 6, 58, 78, '#9aa3a8', 2);
    letters(pen, letter, 119 + i * 78, y + 48, 58, INK);
  });
}

function openSign(pen: Pen, t: number): void {
  bricks(pen, -30, -6, 15, 19);
  box(pen, 200, 30, 240, 14, IRON, 4);
  const swing = 0.45 * Math.exp(-t * 0.5) * Math.cos((2 * Math.PI * t) / 1.5);
  placed(pen, { x: 320, y: 40, turn: swing }, () => {
    stroke(pen, -80, 0, -80, 110, 4, INK);
    stroke(pen, 80, 0, 80, 110, 4, INK);
    box(pen, -130, 100, 260, 130, '#1f5a5f', 10);
    box(pen, -120, 110, 240, 110, PAPER, 6);
    letters(pen, 'OPEN DAY', 0, 150, 38, '#7c2417');
    letters(pen, 'come in and print', 0, 192, 20, INK);
  });
}

/** When the roller turns back, and the sign. */
const strokesOfRoller = [0.6, 1.8, 3, 4.2, 5.4].map((at): Moment => ({ at, kind: 'turn' }));
const swingsOfSign = [0.75, 1.5, 2.25, 3, 3.75, 4.5, 5.25, 6].map((at): Moment => ({
  at,
  kind: 'turn',
}));

/** The demo's clips, in the order of the teaser. */
export const SCENES: readonly Scene[] = [
  {
    id: 'street-door',
    name: 'Street door',
    container: 'mp4',
    rate: [24, 1],
    seconds: 7,
    moments: [
      { at: 1.5, kind: 'start' },
      { at: 3, kind: 'stop' },
      { at: 3.6, kind: 'start' },
      { at: 6, kind: 'stop' },
    ],
    still: [
      [0, 1.5],
      [3, 3.6],
      [6, 7],
    ],
    view: doorView,
    draw: streetDoor,
  },
  {
    id: 'drying-rack',
    name: 'Drying rack',
    container: 'mp4',
    rate: [25, 1],
    seconds: 8,
    moments: [
      { at: 0.6, kind: 'start' },
      { at: 6.4, kind: 'stop' },
    ],
    still: [
      [0, 0.6],
      [6.4, 8],
    ],
    view: rackView,
    draw: dryingRack,
  },
  {
    id: 'flywheel',
    name: 'Flywheel',
    container: 'mp4',
    rate: [25, 1],
    seconds: 8,
    moments: [{ at: 6.4, kind: 'impact' }],
    still: [[6.4, 8]],
    draw: flywheel,
  },
  {
    id: 'type-drawer',
    name: 'Type drawer',
    container: 'mp4',
    rate: [24, 1],
    seconds: 7,
    moments: [
      { at: 0.8, kind: 'start' },
      { at: 5.6, kind: 'stop' },
    ],
    still: [
      [0, 0.8],
      [5.6, 7],
    ],
    view: drawerView,
    draw: typeDrawer,
  },
  {
    id: 'ink-tin',
    name: 'Ink tin',
    container: 'mp4',
    rate: [24, 1],
    seconds: 7,
    moments: [
      { at: 0.5, kind: 'start' },
      { at: 5.5, kind: 'stop' },
    ],
    still: [
      [0, 0.5],
      [5.5, 7],
    ],
    view: tinView,
    draw: inkTin,
  },
  {
    id: 'inking-roller',
    name: 'Inking roller',
    container: 'mp4',
    rate: [50, 1],
    seconds: 6,
    moments: strokesOfRoller,
    still: [],
    draw: inkingRoller,
  },
  {
    id: 'platen-closes',
    name: 'Platen closes',
    container: 'mp4',
    rate: [120, 1],
    seconds: 7,
    moments: [
      { at: 2.5, kind: 'impact' },
      { at: 5.5, kind: 'impact' },
    ],
    still: [],
    draw: platenCloses,
  },
  {
    id: 'guillotine',
    name: 'Guillotine',
    container: 'mp4',
    rate: [50, 1],
    seconds: 7,
    moments: [
      { at: 1.65, kind: 'start' },
      { at: 2, kind: 'impact' },
      { at: 2.4, kind: 'turn' },
      { at: 3.4, kind: 'stop' },
      { at: 4.65, kind: 'start' },
      { at: 5, kind: 'impact' },
      { at: 5.4, kind: 'turn' },
      { at: 6.4, kind: 'stop' },
    ],
    still: [
      [0, 1.65],
      [3.4, 4.65],
      [6.4, 7],
    ],
    draw: guillotine,
  },
  {
    id: 'sheet-lifted',
    name: 'Sheet lifted',
    container: 'mp4',
    rate: [60000, 1001],
    seconds: 6,
    moments: [
      { at: 1, kind: 'start' },
      { at: 3.4, kind: 'stop' },
    ],
    still: [
      [0, 1],
      [3.4, 6],
    ],
    draw: sheetLifted,
  },
  {
    id: 'apprentice-turns',
    name: 'Apprentice turns',
    container: 'mp4',
    rate: [25, 1],
    seconds: 6,
    moments: [
      { at: 1.4, kind: 'start' },
      { at: 2.2, kind: 'stop' },
      { at: 3.6, kind: 'start' },
      { at: 4.1, kind: 'stop' },
    ],
    still: [
      [0, 1.4],
      [2.2, 3.6],
      [4.1, 6],
    ],
    view: apprenticeView,
    draw: apprenticeTurns,
  },
  {
    id: 'type-set',
    name: 'Type is set',
    container: 'webm',
    rate: [60000, 1001],
    seconds: 7,
    moments: DROPS.flatMap((at): Moment[] => [
      { at: at - SEEN_FALLING, kind: 'start' },
      { at, kind: 'impact' },
    ]),
    still: DROPS.map((at, i) => [i === 0 ? 0 : DROPS[i - 1]!, at - SEEN_FALLING] as const).concat([
      [4.8, 7],
    ]),
    draw: typeSet,
  },
  {
    id: 'open-sign',
    name: 'Open sign',
    container: 'webm',
    rate: [24, 1],
    seconds: 7,
    moments: swingsOfSign,
    still: [],
    draw: openSign,
  },
];

/** Number of frames of a scene. */
export const framesOfScene = ({ seconds, rate: [num, den] }: Scene): number =>
  Math.floor((seconds * num) / den);

/** Draws frame `frame` of a scene, the picture at the instant the frame starts. */
export function drawFrame(pen: Pen, scene: Scene, frame: number): void {
  pen.clearRect(0, 0, WIDTH, HEIGHT);
  const t = (frame * scene.rate[1]) / scene.rate[0];
  const { x, y, zoom } = scene.view?.(t) ?? { x: WIDTH / 2, y: HEIGHT / 2, zoom: 1 };
  camera(pen, x, y, zoom, () => scene.draw(pen, t));
}
