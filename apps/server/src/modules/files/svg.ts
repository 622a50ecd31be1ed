import createPurify, { type Config } from 'dompurify';
import { JSDOM } from 'jsdom';
import { Problem } from '../../platform/http/index.ts';
import { jobScope } from '../../platform/scope/index.ts';
import { DEEPEST_SVG, LARGEST_SVG, MOST_SVG_ELEMENTS } from './limits.ts';

const RULES: Config & { readonly IN_PLACE: true } = {
  USE_PROFILES: { svg: true, svgFilters: true },
  // What moves or leads elsewhere has no place on a page.
  FORBID_TAGS: ['animate', 'animatecolor', 'animatemotion', 'animatetransform', 'set', 'a', 'foreignobject'],
  ADD_TAGS: ['use'],
  PARSER_MEDIA_TYPE: 'application/xhtml+xml',
  NAMESPACE: 'http://www.w3.org/2000/svg',
  IN_PLACE: true,
};

/**
 * A drawing without scripts, handlers and links to anything outside itself. Its size, the number of its elements and
 * their depth are counted before it is read. @throws Problem `picture-broken`, `drawing-too-large`; Error outside a job
 */
export function cleanSvg(text: string): string {
  jobScope('Cleaning a drawing');
  ensureModest(text);
  const { window } = opened(text);
  try {
    const root = window.document.documentElement;
    if (root.localName !== 'svg') throw broken();
    const purify = createPurify(window);
    purify.addHook('uponSanitizeAttribute', (_, data) => {
      const { attrName, attrValue } = data;
      if (/href$/.test(attrName) || attrName === 'src') data.keepAttr = isWithin(attrValue);
      else data.attrValue = withoutLinks(attrValue);
    });
    purify.sanitize(root, RULES);
    for (const style of root.querySelectorAll('style')) style.textContent = withoutLinks(style.textContent ?? '');
    return new window.XMLSerializer().serializeToString(root);
  } catch (failure) {
    throw failure instanceof Problem ? failure : broken();
  } finally {
    window.close();
  }
}

function opened(text: string): JSDOM {
  try {
    return new JSDOM(text, { contentType: 'image/svg+xml' });
  } catch {
    throw broken();
  }
}

const broken = () =>
  new Problem(422, 'picture-broken', 'This drawing is damaged and cannot be opened. Nothing was changed.');

/** Counts what is in a drawing by its brackets alone. */
function ensureModest(text: string): void {
  // A drawing needs no entities of its own; they only serve to swell it or to reach for files.
  if (/<!ENTITY/i.test(text) || /<!DOCTYPE[^>[]*\[/i.test(text)) throw broken();
  let [elements, depth, deepest] = [0, 0, 0];
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at + 1)) {
    const next = text[at + 1];
    if (next === '!' || next === '?') continue;
    if (next === '/') {
      depth -= 1;
      continue;
    }
    elements += 1;
    const end = text.indexOf('>', at);
    if (end >= 0 && text[end - 1] !== '/') depth += 1;
    deepest = Math.max(deepest, depth);
    if (end < 0) break;
  }
  if (text.length > LARGEST_SVG || elements > MOST_SVG_ELEMENTS || deepest > DEEPEST_SVG)
    throw new Problem(
      422,
      'drawing-too-large',
      `This drawing holds more than can be used: up to ${LARGEST_SVG / 1024 / 1024} MB, ${MOST_SVG_ELEMENTS.toLocaleString('en')} elements, ${DEEPEST_SVG} deep. Save it as PNG and add that; nothing was changed.`,
    );
}

/** Whether an address stays within the drawing: one of its own parts, or a picture that it carries. */
const isWithin = (value: string): boolean => /^(?:#|data:image\/(?:png|jpeg|webp|gif);)/i.test(value.trim());

/** Styles may point within the drawing only: any other place is none, and nothing is brought in. */
export function withoutLinks(value: string): string {
  return withoutUrls(withoutImports(value));
}

function withoutImports(text: string): string {
  const parts = text.split(/@import/i);
  return (
    parts[0] +
    parts
      .slice(1)
      .map((part) => {
        const end = part.indexOf(';');
        return end < 0 ? '' : part.slice(end + 1);
      })
      .join('')
  );
}

function withoutUrls(text: string): string {
  const parts = text.split(/url\(/i);
  return (
    parts[0] +
    parts
      .slice(1)
      .map((part) => {
        const end = part.indexOf(')');
        const place = (end < 0 ? part : part.slice(0, end)).trim().replace(/^['"]/, '');
        const rest = end < 0 ? '' : part.slice(end + 1);
        return place.startsWith('#') && end >= 0 ? `url(${part.slice(0, end)})${rest}` : `none${rest}`;
      })
      .join('')
  );
}
