/** The page that asks for the passphrase; it needs nothing else. */
export const enterPage = (problem = ''): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Esvik</title>
<style>
  body { margin: 0; min-height: 100vh; display: grid; place-items: center; background: #10171b; color: #dfe3df; font: 15px/1.5 system-ui, sans-serif }
  main { width: 340px; padding: 28px; border: 1px solid #2b383f; border-radius: 12px; background: #172026 }
  h1 { margin: 0 0 4px; font-size: 18px } p { margin: 0 0 16px; color: #aeb8b5 } .problem { color: #e58a6b }
  label { display: block; margin-bottom: 6px } input { box-sizing: border-box; width: 100%; padding: 8px 10px; border: 1px solid #46555d; border-radius: 8px; background: #10171b; color: inherit; font: inherit }
  input:focus-visible, button:focus-visible { outline: 2px solid #7fb4c9; outline-offset: 2px }
  button { margin-top: 14px; padding: 8px 16px; border: 0; border-radius: 8px; background: #f4b55f; color: #10171b; font: inherit; font-weight: 600 }
</style>
<main>
  <h1>Esvik</h1>
  <p>The shows here lie on another machine. Its passphrase lets you look, or edit.</p>
  ${problem ? `<p class="problem" role="alert">${problem}</p>` : ''}
  <form method="post" action="/enter">
    <label for="passphrase">Passphrase</label>
    <input id="passphrase" name="passphrase" type="password" autocomplete="current-password" maxlength="200" required autofocus>
    <button>Enter</button>
  </form>
</main>
</html>
`
