const escape = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** What somebody sees who is not let in yet: a place for the code, and nothing of the desk. */
export function doorPage({
  code = '',
  sentence = '',
}: {
  readonly code?: string;
  readonly sentence?: string;
}): string {
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Deft Study, the door</title>
<style>
body{margin:0;min-height:100vh;display:flex;align-items:center;justify-content:center;background:#E9E2D4;color:#1E2430;font:17px/1.4 system-ui,sans-serif}
main{width:100%;max-width:340px;padding:24px;background:#FBF8F1;border:1px solid #CFC5B3;margin:16px}
h1{font-size:26px;margin:0 0 6px}p{margin:0 0 14px;color:#535A67}label{display:block;font-size:13px;color:#535A67;margin-top:10px}
input{width:100%;box-sizing:border-box;font:inherit;font-size:21px;padding:10px;border:1px solid #CFC5B3;border-radius:3px;background:#fff;color:inherit}
button{width:100%;margin-top:16px;min-height:52px;font:inherit;font-weight:600;border:0;border-radius:3px;background:#17635A;color:#fff}strong{display:block;color:#1E2430;margin-bottom:8px}
</style></head><body><main><h1>Join the desk</h1>
${sentence ? `<strong role="alert">${escape(sentence)}</strong>` : ''}<p>Type the code that the desk shows on its own screen.</p>
<form method="post" action="/door"><label for="code">Code</label><input id="code" name="code" inputmode="numeric" autocomplete="off" pattern="[0-9]*" maxlength="12" required value="${escape(code)}">
<label for="name">What to call this device</label><input id="name" name="name" maxlength="60" autocomplete="off" placeholder="My phone">
<button>Join</button></form></main></body></html>`;
}
