/** The parts of an OpenAPI document that the page shows. */
interface ApiDocument {
  readonly info: { readonly title: string; readonly version: string };
  readonly paths?: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
}

const escaped = (text: string): string =>
  text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');

/** A readable page of the routes in an OpenAPI document; plain HTML, without scripts. */
export function apiPage(document: ApiDocument): string {
  const routes = Object.entries(document.paths ?? {}).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => {
      const { summary, ...details } = operation as { summary?: string };
      return `<details><summary><code>${escaped(method.toUpperCase())} ${escaped(path)}</code> ${escaped(summary ?? '')}</summary>
<pre>${escaped(JSON.stringify(details, null, 2))}</pre></details>`;
    }),
  );
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><title>${escaped(document.info.title)}</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:52rem;margin:2rem auto;padding:0 1rem;color:#22262e;background:#fbfaf7}
summary{padding:.3rem 0}pre{overflow:auto;background:#efece5;padding:1rem}</style>
<h1>${escaped(document.info.title)}</h1>
<p>The same as <a href="/api/openapi.json">OpenAPI 3 in JSON</a>. Every error has the form <code>{"error": {"code", "message", "mend"?}}</code>.</p>
${routes.join('\n')}
</html>`;
}
