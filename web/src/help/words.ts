/** Words of the screens, each in a sentence. */
export const WORDS: Readonly<Record<string, string>> = {
  aim: 'The point of the picture that a move goes to or turns about.',
  animatic: 'A small film of the plan, to show to others.',
  arc: 'How shots get shorter or longer over the film.',
  audit: 'Every cut of a film held against its music: how far it is from the nearest beat and cue.',
  bar: 'A group of beats, of which the first is the strongest.',
  bed: 'A sound that lies under a stretch of the film.',
  clip: 'A file of pictures, or what stands for one that is not shot yet.',
  cover: 'How much larger a picture has to be so that no edge shows while it moves.',
  crest: 'The fastest place of a ramp, or the middle of a move at a cut.',
  cue: 'A moment of the sound that something can land on: a beat, a hit, a word, a drop.',
  cut: 'The frame on which one shot ends and the next begins.',
  drop: 'The place at which the music comes back with all it has.',
  ducking: 'Music that goes down while somebody speaks.',
  easing: 'How a value goes from one key to the next: evenly, slowly off, slowly in.',
  fault: 'Something that would go wrong in the film, with its place and what mends it.',
  'guide track': 'A sound file of all that is heard, in the length of the film.',
  handle: 'Frames that a file has before or after what is seen of it.',
  join: 'What happens at a cut: nothing, a dissolve, or a move of both pictures.',
  key: 'A value on a frame, between which values go by their easing.',
  lead: 'By how many frames cuts come before their cues, since the eye is slower than the ear.',
  lock: 'A cut that stays where it is whatever else is laid out anew.',
  loudness: 'How loud all of it is to people, in LUFS (ITU-R BS.1770); nearer to zero is louder.',
  moment: 'A frame of a clip that is worth landing on a cue: a hit, a rest, a turn.',
  pace: 'How long shots are in the middle, in beats, bars or seconds.',
  phrase: 'A move of the picture over a range of the film, on words, hits or bars.',
  proof: 'A written file read back by other code and compared with the plan, frame by frame.',
  ramp: 'A speed that changes inside a shot.',
  reading: 'Another way to hear the beats or the bars of a sound.',
  receipt: 'What was written and when, with its check sum and what its proof said.',
  recipe: 'Settings of a join or a phrase that are kept to be put again.',
  region: 'The part of the music that the film uses.',
  roll: 'A cut that is moved while the pictures stay where they are in the film.',
  score: 'The whole film in lines of bars, with cuts as strokes through them.',
  section: 'A part of the music, such as a verse or a build.',
  shot: 'What is seen between two cuts.',
  shutter: 'How long of each frame the picture is open: what moves is blurred by as much.',
  slip: 'Another part of the clip in a shot that stays where it is.',
  source: 'The frames of a clip, counted from its first.',
  splice: 'Where the music goes on at another place of its file.',
  stride: 'By how many source frames one frame of the film is from the next.',
  target: 'How long the film has to be.',
  'true peak': 'The highest that the sound goes between its samples, in dBTP (ITU-R BS.1770).',
  window: 'The frames before and after a cut over which a join goes.',
};

/** Labels of the screens that stand for a word. */
const MEANT: Readonly<Record<string, keyof typeof WORDS>> = {
  'target length': 'target',
  'part used': 'region',
  'easing in': 'easing',
  'easing out': 'easing',
  'slip the source': 'slip',
  'music under speech': 'ducking',
  'move cuts to their cues': 'cue',
  'what lands': 'moment',
  'turns about': 'aim',
};

/** What the words of a label mean, in the singular or plural; null where it is no word of ours. */
export function meaningOf(label: string): string | null {
  const text = label.toLowerCase();
  const word = MEANT[text] ?? (text in WORDS ? text : text.replace(/s$/, ''));
  return WORDS[word] ?? null;
}
