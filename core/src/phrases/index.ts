export { lostPhrases, phraseFactsOf, type PhraseFacts, phraseSettings } from './phrase-facts.ts';
export { anchorsOnEach, EACH, type Each } from './on-each.ts';
export { marksOf, ownPhraseKeys, type PhraseFrames, phraseSections } from './phrase-tracks.ts';
export { usualPhrase } from './usual-phrase.ts';
