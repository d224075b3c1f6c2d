// Before the first paint, so that the night theme does not flash white.
(() => {
  let theme = null;
  try {
    theme = localStorage.getItem('theme');
  } catch {
    // Storage can be switched off; then the system's wish decides.
  }
  if (theme !== 'light' && theme !== 'dark')
    theme = matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  document.documentElement.dataset.bsTheme = theme;
})();
