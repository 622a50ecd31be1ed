import { mergeAttributes, Node } from '@tiptap/react';
import { drawnFormula } from '../../../kits/formula/index.ts';

/** A formula in a line of words: kept as its LaTeX, shown as it is drawn. */
export const Formula = Node.create({
  name: 'formula',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({
    latex: {
      default: '',
      parseHTML: (element: HTMLElement) => element.getAttribute('data-formula') ?? '',
      renderHTML: ({ latex }: Record<string, unknown>) => ({ 'data-formula': latex }),
    },
  }),
  parseHTML: () => [{ tag: 'span[data-formula]' }],
  renderHTML: ({ HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes)],
  addNodeView:
    () =>
    ({ node }) => {
      const dom = document.createElement('span');
      const latex = String(node.attrs['latex']);
      const drawn = drawnFormula(latex, 'inline');
      if ('html' in drawn) dom.innerHTML = drawn.html;
      else dom.textContent = latex;
      return { dom };
    },
});
