import { serverBack, serverWasAway, tryServer } from './server-watch.ts';

/** When the page was last loaded anew for a part; where that did not help, it is left at that. */
const RELOADED = 'caesura-reloaded';
/** Milliseconds within which loading the page anew counts as not having helped. */
const SOON = 20_000;

function mayReload(): boolean {
  try {
    const last = Number(sessionStorage.getItem(RELOADED) ?? 0);
    sessionStorage.setItem(RELOADED, String(Date.now()));
    return Date.now() - last > SOON;
  } catch {
    return false;
  }
}

/**
 * Loads a part of the application, and where that fails waits for the server and tries again. Where
 * it fails with the server there, its parts have other names since a newer version was built: then
 * the page is loaded anew, and what was done is kept by the browser.
 */
export const patient =
  <T>(load: () => Promise<T>): (() => Promise<T>) =>
  async () => {
    try {
      return await load();
    } catch {
      serverWasAway();
      await tryServer();
      await serverBack();
    }
    try {
      return await load();
    } catch (error) {
      if (!mayReload()) throw error;
      window.location.reload();
      return new Promise<never>(() => undefined);
    }
  };
