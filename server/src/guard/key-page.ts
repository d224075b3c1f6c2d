/** The page that asks for the key; `wasWrong` when one was given that is not it. */
export const keyPage = (wasWrong: boolean): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>Caesura: its key</title>
<style>
body { margin: 12vh auto; max-width: 30rem; padding: 0 1rem; background: #efece5; color: #22262e; font: 1rem/1.5 sans-serif }
label { display: block; margin: 1rem 0 .3rem }
input { box-sizing: border-box; width: 100%; padding: .4rem; font: inherit }
button { margin-top: 1rem; padding: .4rem 1rem; background: #22262e; color: #fff; border: 0; font: inherit }
</style>
<main>
<h1>Caesura asks for its key</h1>
<p>It was printed where the server was started, at the end of the address after <code>key=</code>.</p>
${wasWrong ? '<p role="alert"><b>That is not its key.</b></p>' : ''}
<form>
<label for="key">Key</label>
<input id="key" name="key" autocomplete="off" required>
<button>Open</button>
</form>
</main>
</html>
`;
