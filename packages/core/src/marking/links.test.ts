import { linksIn } from './index.ts';

it('links are found in a text, without what ends a sentence, each once', () => {
  const text = 'My chart: https://charts.example/a?b=1. See (http://quay.example/x), and https://charts.example/a?b=1!';
  expect(linksIn(text)).toEqual(['https://charts.example/a?b=1', 'http://quay.example/x']);
});
it('what is no address of the web is none', () => {
  expect(linksIn('javascript:alert(1) ftp://a.example file:///etc https:// www.quay.example')).toEqual([]);
});
it('of many the first ten are offered', () => {
  const text = Array.from({ length: 12 }, (_, i) => `https://quay.example/${i}`).join('\n');
  expect(linksIn(text)).toHaveLength(10);
});
