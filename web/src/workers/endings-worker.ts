import { expose } from 'comlink';
import { endingChoices } from '@caesura/core/endings';
import { answering } from './task.ts';

const work = { find: answering(endingChoices) };
export type EndingsWorker = typeof work;
expose(work);
