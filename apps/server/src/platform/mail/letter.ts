/** A mail as it is written: plain words, and one place to go. */
export interface Letter {
  /** The address of one person. */
  readonly to: string;
  readonly subject: string;
  /** What it says, one paragraph each, in lines. */
  readonly says: readonly string[];
  readonly link?: { readonly label: string; readonly path: string };
}
export interface WrittenLetter {
  readonly subject: string;
  readonly text: string;
  readonly html: string;
}

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** A letter as plain text and as HTML, without pictures: nobody learns when it is read. @param address where people open Oak Bell */
export function written({ subject, says, link }: Letter, address: string): WrittenLetter {
  const href = link && `${address.replace(/\/$/, '')}${link.path}`;
  const text = [...says, ...(link && href ? [`${link.label}:\n${href}`] : [])].join('\n\n');
  const body = [
    ...says.map((one) => `<p>${escaped(one).replaceAll('\n', '<br>')}</p>`),
    ...(link && href ? [`<p><a href="${escaped(href)}">${escaped(link.label)}</a></p>`] : []),
  ].join('\n');
  return {
    subject,
    text: `${text}\n`,
    html: `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escaped(subject)}</title>\n<body style="font: 16px/1.5 sans-serif; max-width: 34em">\n${body}\n</body></html>`,
  };
}
