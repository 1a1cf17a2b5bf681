'use client';

import { Box, Flex } from '@chakra-ui/react';
import { Node } from '@tiptap/core';
import { Document } from '@tiptap/extension-document';
import { Paragraph } from '@tiptap/extension-paragraph';
import { Text } from '@tiptap/extension-text';
import { Placeholder, UndoRedo } from '@tiptap/extensions';
import { EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useRef, useState } from 'react';
import type { Part } from '../../../core/format/document';
import { Button } from '../../controls/button';
import { useBoardStore } from '../board-store';
import type { Typed } from '../desk/typing-ahead';
import { partsFromEditor, partsToEditor } from './content-parts';
import { PropertyFinder } from './property-finder';

/** A linked or asked value as it stands in the line: a chip that is moved and deleted as a whole. */
const Chip = Node.create({
  name: 'chip',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({ part: { default: null, rendered: false }, label: { default: '' } }),
  parseHTML: () => [{ tag: 'span[data-chip]' }],
  renderHTML({ node }) {
    const { kind } = node.attrs.part as Part;
    return ['span', { 'data-chip': kind, class: `chip chip-${kind}` }, String(node.attrs.label)];
  },
  renderText: ({ node }) => String(node.attrs.label),
});

const CHIP_STYLE = {
  '& .tiptap': { minHeight: '26px', padding: '3px 6px', outline: 'none', lineHeight: '22px' },
  '& .tiptap p': { margin: 0 },
  '& .tiptap p.is-editor-empty:first-of-type::before': {
    content: 'attr(data-placeholder)',
    color: 'soft',
    float: 'left',
    height: 0,
    pointerEvents: 'none',
  },
  '& .chip': {
    padding: '0 5px 1px',
    border: '1px solid',
    borderColor: 'plum',
    color: 'plum',
    bg: 'plumWash',
    whiteSpace: 'nowrap',
  },
  '& .chip::before': { content: '"○ "' },
  '& .chip-asked': { borderStyle: 'dashed', borderColor: 'ochre', color: 'ochre', bg: 'transparent' },
  '& .chip-asked::before': { content: '"_ "' },
  '& .ProseMirror-selectednode': { outline: '2px solid', outlineColor: 'plum' },
};

/**
 * The content of a cell: fixed text with chips for linked values, in as many lines as are typed. `/` opens the property
 * finder. Every change is given to `change` at once, so that the desk follows the typing.
 */
export function ContentEditor(props: {
  parts: Part[];
  nameOf: (part: Part) => string;
  onChange: (parts: Part[]) => void;
  /** Told when the editor is left. */
  onLeave: () => void;
  label?: string;
  /** It takes the focus as soon as it is there, and tells so. @returns called when it goes */
  onOpen?: ((typed: Typed) => () => void) | undefined;
  /** Tab, Shift-Tab and Escape, where they mean something. */
  leave?: (how: 'next' | 'previous' | 'done') => void;
}) {
  const { parts, nameOf, onChange, onLeave, label = 'Content', onOpen, leave } = props;
  const store = useBoardStore();
  const [finding, setFinding] = useState(false);
  const latest = useRef({ onChange, onLeave, onOpen, leave });
  useEffect(() => {
    latest.current = { onChange, onLeave, onOpen, leave };
  });
  const editor = useEditor({
    immediatelyRender: false,
    extensions: [
      Document,
      Paragraph,
      Text,
      Chip,
      UndoRedo,
      Placeholder.configure({ placeholder: 'Empty. Type, or / for a property' }),
    ],
    content: partsToEditor(parts, nameOf),
    editorProps: {
      attributes: { 'aria-label': label, role: 'textbox', 'aria-multiline': 'true' },
      handleKeyDown: (_, event) => {
        if (event.key === '/' && !event.ctrlKey && !event.metaKey) {
          setFinding(true);
          return true;
        }
        const go = latest.current.leave;
        if (go && (event.key === 'Tab' || event.key === 'Escape')) {
          event.preventDefault();
          event.stopPropagation();
          go(event.key === 'Escape' ? 'done' : event.shiftKey ? 'previous' : 'next');
          return true;
        }
        return false;
      },
    },
    onBlur: () => latest.current.onLeave(),
    onUpdate: ({ editor: changed }) => latest.current.onChange(partsFromEditor(changed.getJSON())),
  });

  useEffect(() => {
    const { onOpen: tell } = latest.current;
    if (!editor || !tell) return;
    const { view } = editor;
    editor.commands.setTextSelection(editor.state.doc.content.size);
    view.focus();
    return tell({
      element: view.dom,
      insert: (text) => view.dispatch(view.state.tr.insertText(text).scrollIntoView()),
      erase: () => {
        const { empty, from, to } = view.state.selection;
        view.dispatch(view.state.tr.delete(empty ? Math.max(1, from - 1) : from, to));
      },
    });
  }, [editor]);

  const given = useRef<string>(undefined);
  // An undo or another tab may change the content while this editor is open.
  useEffect(() => {
    // What it was given before says nothing about what has been put in since.
    const now = JSON.stringify(parts);
    if (now === given.current) return;
    given.current = now;
    // While it is typed in, the editor is ahead of what it is given.
    if (!editor || editor.isFocused) return;
    const shown = JSON.stringify(partsFromEditor(editor.getJSON()));
    if (shown !== now) editor.commands.setContent(partsToEditor(parts, nameOf), { emitUpdate: false });
  }, [editor, parts, nameOf]);

  /** At once, and not with the next frame: what is typed in between would go to the board. */
  const backToTyping = () => {
    editor?.view.focus();
    setFinding(false);
  };

  return (
    <Box>
      <Flex align="start" gap="4px">
        <Box
          flex="1"
          minWidth={0}
          bg="card"
          border="1px solid"
          borderColor="line"
          _focusWithin={{ borderColor: 'plum' }}
          css={CHIP_STYLE}
        >
          <EditorContent editor={editor} />
        </Box>
        <Button type="button" onClick={() => setFinding(true)} title="Link a property (/)">
          + Link
        </Button>
      </Flex>
      {finding && (
        <PropertyFinder
          onClose={backToTyping}
          onLeave={() => setFinding(false)}
          onChoose={(property) => {
            backToTyping();
            const part: Part = { kind: 'linked', property: property.id };
            editor?.commands.insertContent({ type: 'chip', attrs: { part, label: property.name } });
          }}
          onAsk={(asked) => {
            backToTyping();
            const { board, perform } = store.getState();
            const known = board!.document.asked;
            if (!known.some(({ key }) => key === asked.key)) perform({ op: 'set asked', asked: [...known, asked] });
            const part: Part = { kind: 'asked', asked: asked.key };
            editor?.commands.insertContent({ type: 'chip', attrs: { part, label: asked.name } });
          }}
          onTypeSlash={() => {
            backToTyping();
            editor?.commands.insertContent('/');
          }}
        />
      )}
    </Box>
  );
}
