import { addressesOf, clipKey, editionKey, pictureKey } from './index.ts';

it('files lie under the digest of their bytes, or under their edition', () => {
  expect(pictureKey('ab12')).toBe('pictures/ab/ab12.webp');
  expect(clipKey('cd34')).toBe('clips/cd/cd34.mp4');
  expect(editionKey('e', 'voice.webm')).toBe('editions/e/voice.webm');
});

it('addresses are found by what they are the address of', () => {
  const given = { base: '/api/media/claims', files: ['sig/pictures/ab/ab12.webp', 'sug/editions/e/voice.webm'] };
  expect([...addressesOf(given)]).toEqual([
    ['pictures/ab/ab12.webp', '/api/media/claims/sig/pictures/ab/ab12.webp'],
    ['editions/e/voice.webm', '/api/media/claims/sug/editions/e/voice.webm'],
  ]);
});
