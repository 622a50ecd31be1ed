import { Text } from '@mantine/core';
import { RichTextEditor } from '@mantine/tiptap';
import '@mantine/tiptap/styles.layer.css';
import { useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useId, useRef } from 'react';
import classes from './Pages.module.css';

interface Props {
  readonly html: string;
  /** Whether others see them too. */
  readonly shared: boolean;
  /** With every letter typed. */
  readonly onWords: (text: string) => void;
  /** @param was what it was before, as far as it is known here */
  readonly onSave: (html: string, was: string) => void;
}
/** Cues are saved when nothing was typed for so long, and when the field is left, in ms. */
const REST_MS = 900;

const written = (html: string): string => (html === '<p></p>' ? '' : html);

/** Private notes on a page: paragraphs, lists, words that stand out. */
export function CuesEditor({ html, shared, onWords, onSave }: Props) {
  const label = useId();
  const saved = useRef(html);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef({ onWords, onSave });
  useEffect(() => {
    latest.current = { onWords, onSave };
  });
  const editor = useEditor({
    extensions: [
      StarterKit.configure({
        heading: { levels: [3] },
        link: false,
        code: false,
        codeBlock: false,
        blockquote: false,
        horizontalRule: false,
      }),
    ],
    content: html,
    shouldRerenderOnTransaction: false,
    editorProps: { attributes: { 'aria-labelledby': label, role: 'textbox', 'aria-multiline': 'true' } },
    onUpdate: ({ editor: now }) => {
      latest.current.onWords(now.getText());
      clearTimeout(timer.current);
      timer.current = setTimeout(() => save(now.getHTML()), REST_MS);
    },
    onBlur: ({ editor: now }) => save(now.getHTML()),
  });
  const save = (now: string) => {
    clearTimeout(timer.current);
    const text = written(now);
    if (text === saved.current) return;
    const was = saved.current;
    saved.current = text;
    latest.current.onSave(text, was);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  // Somebody else wrote cues for this page, or beside these: they are shown unless something is being typed.
  useEffect(() => {
    if (!editor || html === saved.current || written(editor.getHTML()) !== saved.current) return;
    saved.current = html;
    editor.commands.setContent(html, { emitUpdate: false });
    latest.current.onWords(editor.getText());
  }, [editor, html]);
  return (
    <div>
      <Text fw={500} id={label}>
        Cues
      </Text>
      <Text size="sm" c="dimmed" mb={4}>
        Only {shared ? 'you and your colleagues of the course' : 'you'} see them, also while recording.
      </Text>
      <RichTextEditor editor={editor} className={classes.cues}>
        <RichTextEditor.Toolbar>
          <RichTextEditor.ControlsGroup>
            <RichTextEditor.Bold />
            <RichTextEditor.Italic />
            <RichTextEditor.Underline />
            <RichTextEditor.BulletList />
            <RichTextEditor.OrderedList />
          </RichTextEditor.ControlsGroup>
        </RichTextEditor.Toolbar>
        <RichTextEditor.Content />
      </RichTextEditor>
    </div>
  );
}
