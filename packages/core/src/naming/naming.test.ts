import { DEFAULT_NAMING, nameFrom, namingFault } from './index.ts';

describe('naming after a pattern', () => {
  const facts = { unit: 'Tides', number: '3', title: 'Rule of twelfths', class: '10a' };
  it('fills its fields', () => {
    expect(nameFrom(DEFAULT_NAMING, facts)).toBe('Tides 3: Rule of twelfths');
    expect(nameFrom('{class} · {title}', facts)).toBe('10a · Rule of twelfths');
  });
  it.each([
    ['{unit} {number}: {title}', 'Rule of twelfths'],
    ['{course} – {unit} – {title}', 'Rule of twelfths'],
    ['{title} ({class})', 'Rule of twelfths'],
    ['{learner}, {title}', 'Rule of twelfths'],
  ])('%s leaves no gap where a fact is missing', (pattern, name) => {
    expect(nameFrom(pattern, { title: 'Rule of twelfths' })).toBe(name);
  });
  it('keeps marks that belong to a title', () => {
    expect(nameFrom('{title}', { title: 'Course-to-steer' })).toBe('Course-to-steer');
  });
  it('says which word is no field', () => {
    expect(namingFault('{unit} {lesson}')).toBe('lesson');
    expect(namingFault(DEFAULT_NAMING)).toBeNull();
  });
  it('is never longer than a title may be', () => {
    expect(nameFrom('{title}', { title: 'x'.repeat(300) })).toHaveLength(160);
    expect(nameFrom('{class}', {})).toBe('');
  });
});
