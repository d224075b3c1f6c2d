import type { ListFile } from './list-file.ts';
import { MARKER_FILES } from './markers/marker-files.ts';
import { SHOOTING_CSV, SHOOTING_PAGE } from './shooting/sheet.ts';

/** The lists that go with a film, in the order they are offered. */
export const LIST_FILES: readonly ListFile[] = [...MARKER_FILES, SHOOTING_PAGE, SHOOTING_CSV];
