import { XMLBuilder, XMLParser } from 'fast-xml-parser';
import { Problem } from '../../../platform/http/index.ts';

/** Elements that run something, or bring something in from outside. */
const REFUSED = new Set(['script', 'foreignobject', 'iframe', 'audio', 'video', 'animate', 'set', 'handler', 'link']);
const options = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  commentPropName: '#comment',
} as const;

type Node = Record<string, unknown> & { readonly ':@'?: Record<string, string> };

/** A drawing without scripts, handlers and links to anything outside itself. @throws Problem `picture-broken` */
export function cleanSvg(text: string): string {
  // A drawing needs no entities of its own; they only serve to swell it or to reach for files.
  if (/<!(ENTITY|DOCTYPE[^>]*\[)/i.test(text)) throw broken();
  let nodes: Node[];
  try {
    nodes = new XMLParser(options).parse(text) as Node[];
  } catch {
    throw broken();
  }
  if (!nodes.some((node) => 'svg' in node)) throw broken();
  return new XMLBuilder(options).build(nodes.flatMap(cleaned)) as string;
}

const broken = () =>
  new Problem(422, 'picture-broken', 'This drawing is damaged and cannot be opened. Nothing was changed.');

function cleaned(node: Node): Node[] {
  const name = Object.keys(node).find((key) => key !== ':@') ?? '';
  if (REFUSED.has(name.toLowerCase().replace(/^.*:/, ''))) return [];
  const children = node[name];
  const attributes = Object.entries(node[':@'] ?? {}).filter(([key, value]) => isSafe(key, String(value)));
  return [
    {
      [name]: Array.isArray(children) ? (children as Node[]).flatMap(cleaned) : withoutLinks(children),
      ...(node[':@'] ? { ':@': Object.fromEntries(attributes) } : {}),
    } as Node,
  ];
}

function isSafe(name: string, value: string): boolean {
  if (/^on/i.test(name)) return false;
  if (/href$/i.test(name) || name.toLowerCase() === 'src')
    return /^(#|data:image\/(png|jpeg|webp|gif);)/i.test(value.trim());
  return withoutLinks(value) === value;
}

/** Styles may point within the drawing only. */
const withoutLinks = (value: unknown): unknown =>
  typeof value === 'string'
    ? value.replaceAll(/@import[^;]*;?/gi, '').replaceAll(/url\(\s*['"]?(?!#)[^)]*\)/gi, 'none')
    : value;
