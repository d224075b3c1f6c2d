import { useEffect } from 'react';
import { watchServer } from './server-watch.ts';

/** Does something when the server comes back, as long as the component is there. */
export function useServerBack(onBack: () => void): void {
  useEffect(() => watchServer((isBack) => isBack && onBack()), [onBack]);
}
