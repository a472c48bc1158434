import { type ReceivedLetter } from './received-letter.ts';

/** Every letter on one page, newest first; what is in them is text and never markup. */
export function letterPage(letters: readonly ReceivedLetter[]): string {
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Letters</title>
<style>body{font:1rem/1.5 sans-serif;max-width:44rem;margin:2rem auto;padding:0 1rem}
pre{white-space:pre-wrap;overflow-wrap:anywhere;font:inherit}article{border-top:1px solid #999;padding:1rem 0}</style>
<h1>Letters</h1>
<p>A stand-in for a mail service: nothing leaves this machine. Letters are kept until the stop. Reload for new ones.</p>
${letters.map(articleOf).join('\n') || '<p>No letter yet.</p>'}
</html>
`;
}

function articleOf({ at, recipient, subject, text }: ReceivedLetter): string {
  const linked = text
    .split(/(https?:\/\/\S+)/)
    .map((part, n) => (n % 2 === 0 ? escaped(part) : `<a href="${escaped(part)}">${escaped(part)}</a>`))
    .join('');
  return `<article><h2>${escaped(subject)}</h2><p>To ${escaped(recipient)}, ${escaped(at)}</p><pre>${linked}</pre></article>`;
}

const MARKUP: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

function escaped(text: string): string {
  return text.replaceAll(/[&<>"']/g, (sign) => MARKUP[sign] ?? sign);
}
