import { written } from './letter.ts';

const letter = { to: 'ilse@skerry.example', subject: 'Tides & <tables>', says: ['Hello <b>Ilse</b>.', 'Second.'] };

describe('a letter', () => {
  it('is plain words with the address to go to under them', () => {
    const { text } = written(
      { ...letter, link: { label: 'Choose one', path: '/new-password#a=1&b=2' } },
      'https://oak.example/',
    );
    expect(text).toBe('Hello <b>Ilse</b>.\n\nSecond.\n\nChoose one:\nhttps://oak.example/new-password#a=1&b=2\n');
  });
  it('runs nothing that a name holds', () => {
    const { html } = written({ ...letter, link: { label: '"go"', path: '/x?a="><script>' } }, 'https://oak.example');
    expect(html).toContain('<p>Hello &lt;b&gt;Ilse&lt;/b&gt;.</p>');
    expect(html).toContain('<title>Tides &amp; &lt;tables&gt;</title>');
    expect(html).toContain('href="https://oak.example/x?a=&quot;&gt;&lt;script&gt;"');
  });
});
