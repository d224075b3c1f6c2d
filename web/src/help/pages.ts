import type { WORDS } from './words.ts';

/** What a screen is for, what people do there, and its words. */
export interface HelpPage {
  readonly name: string;
  readonly purpose: string;
  readonly does: readonly [string, string, string, string];
  readonly words: readonly (keyof typeof WORDS)[];
}

/** A page for each screen, by the part of its address that names it. */
export const PAGES: Readonly<Record<string, HelpPage>> = {
  plans: {
    name: 'Plans',
    purpose: 'Lists the plans that are kept here, and begins new ones.',
    does: [
      'Begin a plan from a song and clips, or open one that is there.',
      'Copy a plan or delete it; take one in from a file, or a cut from elsewhere.',
      'Bring back a plan that was deleted in the last 30 days.',
      'See what takes room here, and free what nothing needs.',
    ],
    words: ['clip', 'score', 'target'],
  },
  read: {
    name: 'Read a cut',
    purpose: 'Makes a plan of a film that was cut elsewhere, from the list of its cuts.',
    does: [
      'Drop or paste an edit list, a timeline or a table.',
      'Say how it counts, where the file does not say so itself.',
      'Match its reels with clips that a plan has, or drop the clips.',
      'Read what could not be taken over, line by line, and make the plan.',
    ],
    words: ['source', 'handle', 'audit', 'shot'],
  },
  rule: {
    name: 'Slide rule',
    purpose: 'Answers questions of time and frames, apart from any plan or from the open one.',
    does: [
      'Choose a question: frames and beats, handles, ramps, blur, pitch, loudness.',
      'Type what is known; the answer follows each key, with how it is worked out.',
      'Keep the address of the page, which has all that was typed.',
      'Open it from a plan to begin with its rate and tempo.',
    ],
    words: ['handle', 'stride', 'shutter', 'bar'],
  },
  brief: {
    name: 'Brief',
    purpose: 'Says what the film has to be: its length, rate and size, and how fast it is cut.',
    does: [
      'Type the length that was asked for, such as 30s or 00:00:45:00.',
      'Choose the rate, and see what half a second, a beat and a bar are in its frames.',
      'Set the pace: how long shots are in the middle, in beats or seconds.',
      'Set the lead: by how many frames cuts come before their cues.',
    ],
    words: ['target', 'pace', 'lead', 'bar'],
  },
  listen: {
    name: 'Listen',
    purpose: 'Finds the beats, bars, hits, words and sections of music and voice.',
    does: [
      'Drop the song; then voices and sounds that the film is cut to.',
      'Play with a click on the beats, and choose another reading where they are wrong.',
      'Choose which part of the music is used, and how it ends.',
      'Tap cues of your own while it plays, and switch kinds of cues on or off.',
    ],
    words: ['cue', 'reading', 'region', 'section', 'drop', 'splice'],
  },
  footage: {
    name: 'Footage',
    purpose: 'Reads the clips, watches every frame of them and finds their moments.',
    does: [
      'Drop video files or folders; they are read and watched while you go on.',
      'Keep the moments that are worth landing on a cue, all at once or one by one.',
      'Open a clip large to see its movement, and to set which part of it is used.',
      'Enter clips that are not shot yet, with what they are to show.',
    ],
    words: ['clip', 'moment', 'source'],
  },
  score: {
    name: 'Score',
    purpose: 'Lays the film out to its exact length, and shows all of it in lines of bars.',
    does: [
      'Propose: three layouts with their figures; take one, or a stretch of one.',
      'Drag a cut from cue to cue, or nudge it by frames; the total stays.',
      'Choose a shot to see what lands in it, to slip it, or to put another clip there.',
      'Say under Wishes what a proposal has to keep.',
    ],
    words: ['score', 'cut', 'shot', 'lock', 'slip', 'arc', 'pace'],
  },
  moves: {
    name: 'Moves',
    purpose: 'Moves pictures at cuts and over phrases of the film.',
    does: [
      'Choose a cut and a join; see its window frame by frame.',
      'Put a phrase on words, hits or bars: a punch-in, a push, a shake.',
      'Drag the aim in the picture, and type values in the columns.',
      'Keep what you like as a recipe and put it on other cuts.',
    ],
    words: ['join', 'window', 'phrase', 'aim', 'easing', 'cover', 'recipe'],
  },
  speeds: {
    name: 'Speeds',
    purpose: 'Changes how fast shots go, so that what happens in them lands on its beat.',
    does: [
      'Drag keys of the speed up, down and along, or type them.',
      'Ask a question, such as to play a stretch by a frame, and see what gives way.',
      'Put a ramp down out of a cut or up into it.',
      'Put the same speeds on several shots.',
    ],
    words: ['ramp', 'crest', 'key', 'stride', 'source', 'moment'],
  },
  sound: {
    name: 'Sound',
    purpose: 'Puts sound effects under cuts, and sets the levels of all that is heard.',
    does: [
      'Put an effect on a cut by its peak, or a riser into it, or a bed under a stretch.',
      'Let clips be heard with their own sound, earlier or later than their pictures.',
      'Let the music go down under speech.',
      'Measure the sum against the loudness that is asked for.',
    ],
    words: ['bed', 'ducking', 'cue', 'loudness', 'true peak'],
  },
  rehearse: {
    name: 'Rehearse',
    purpose: 'Plays the film as it is planned, with every join, ramp and sound.',
    does: [
      'Play it all from the position, or round a cut over and over, also slowly.',
      'Move the cut that is heard earlier or later while it plays.',
      'Hold it against another version, and write notes.',
      'Make an animatic: a small film to show to others.',
    ],
    words: ['cut', 'join', 'ramp', 'animatic'],
  },
  'hand-off': {
    name: 'Hand-off',
    purpose: 'Writes files that other programs read, proves them, and reads films back.',
    does: [
      'Choose a form, see the file before it is written, and read what its proof says.',
      'Audit the cuts against the music, and move them to their cues.',
      'See what changed between two versions, and take changes one by one.',
      'Keep versions by name; make one file of all, or a project for another machine.',
    ],
    words: ['proof', 'receipt', 'guide track', 'audit', 'handle', 'roll', 'fault'],
  },
};

/** The page of the screen at an address; that of the score where none is its own. */
export function pageAt(pathname: string): HelpPage {
  const [, first, , step] = pathname.split('/');
  return PAGES[step ?? first ?? ''] ?? PAGES.score!;
}
