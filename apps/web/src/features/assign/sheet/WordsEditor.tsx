import { InputWrapper } from '@mantine/core';
import { Link, RichTextEditor } from '@mantine/tiptap';
import '@mantine/tiptap/styles.layer.css';
import { IconMath } from '@tabler/icons-react';
import { useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useId, useRef, useState } from 'react';
import classes from '../Assign.module.css';
import { Formula } from './formula.ts';
import { FormulaInWords } from './FormulaInWords.tsx';

interface Props {
  readonly label: string;
  readonly description: string;
  /** What is there, as clean HTML; empty for nothing. */
  readonly html: string;
  readonly onChange: (html: string) => void;
}

const written = (html: string): string => (html === '<p></p>' ? '' : html);

/** What to do: paragraphs, lists, links and formulas. */
export function WordsEditor({ label, description, html, onChange }: Props) {
  const name = useId();
  const told = useRef(html);
  const latest = useRef(onChange);
  useEffect(() => {
    latest.current = onChange;
  });
  const [writing, setWriting] = useState<string | null>(null);
  const editor = useEditor({
    extensions: [
      StarterKit.configure({
        ...{ heading: false, link: false, code: false, codeBlock: false, blockquote: false, horizontalRule: false },
      }),
      Link.configure({ protocols: ['http', 'https', 'mailto'], openOnClick: false, defaultProtocol: 'https' }),
      Formula,
    ],
    content: html,
    shouldRerenderOnTransaction: false,
    editorProps: { attributes: { 'aria-labelledby': name, role: 'textbox', 'aria-multiline': 'true' } },
    onUpdate: ({ editor: now }) => {
      told.current = written(now.getHTML());
      latest.current(told.current);
    },
  });
  // A template was taken up, or the sheet is empty again.
  useEffect(() => {
    if (!editor || html === told.current) return;
    told.current = html;
    editor.commands.setContent(html, { emitUpdate: false });
  }, [editor, html]);
  return (
    <InputWrapper label={label} labelProps={{ id: name }} labelElement="div" description={description}>
      <RichTextEditor editor={editor} className={classes.words} mt={4}>
        <RichTextEditor.Toolbar>
          <RichTextEditor.ControlsGroup>
            <RichTextEditor.Bold />
            <RichTextEditor.Italic />
            <RichTextEditor.BulletList />
            <RichTextEditor.OrderedList />
            <RichTextEditor.Link />
            <RichTextEditor.Unlink />
            <RichTextEditor.Control
              aria-label="Formula"
              title="Formula"
              onClick={() => setWriting((editor?.getAttributes('formula')['latex'] as string | undefined) ?? '')}
            >
              <IconMath size={18} aria-hidden />
            </RichTextEditor.Control>
          </RichTextEditor.ControlsGroup>
        </RichTextEditor.Toolbar>
        <RichTextEditor.Content />
      </RichTextEditor>
      {writing !== null && (
        <FormulaInWords
          begin={writing}
          onClose={() => setWriting(null)}
          onDone={(latex) => {
            setWriting(null);
            editor?.chain().focus().insertContent({ type: 'formula', attrs: { latex } }).run();
          }}
        />
      )}
    </InputWrapper>
  );
}
