'use client';

import { Box, Flex, Tabs, chakra } from '@chakra-ui/react';
import { autoUpdate, flip, shift, size, useFloating } from '@floating-ui/react-dom';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { AskedValue } from '../../../core/format/document';
import { type PropertyDefinition, type Source, usualDisplay } from '../../../core/property/definition';
import { displayValue } from '../../../core/property/display';
import { foundProperties } from '../../../core/property/finding';
import { resolveProperty } from '../../../core/property/resolving';
import { sheetValues } from '../../../core/scene/laying';
import { Problem, TextInput } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';
import { useDeskFacts, useDeskSheet, useSheet } from '../desk/use-sheet';
import { type Question, addToDictionary, takeQuestion, useNewProperties, useQuestions } from './questions';

const Option = chakra('li', {
  base: {
    display: 'flex',
    gap: '8px',
    px: '8px',
    py: '3px',
    cursor: 'pointer',
    alignItems: 'baseline',
    _selected: { bg: 'plumWash' },
  },
});

/** A press on a tab leaves the focus where the name is typed. */
const keepFocus = (event: { preventDefault: () => void }) => event.preventDefault();

/** Room that the finder keeps from the edges of the window, px. */
const CLEAR = 8;
/** Below the line that is typed in, above it where there is no room below; as wide as the line, and never too narrow to read. */
const PLACING = [
  flip({ padding: CLEAR }),
  shift({ padding: CLEAR }),
  size({
    apply: ({ rects, elements }) =>
      void Object.assign(elements.floating.style, { width: `${Math.max(260, rects.reference.width)}px` }),
  }),
];

interface Entry {
  id: string;
  name: string;
  words: string;
  /** It makes a property that the dictionary does not have: it is taken only once it is chosen. */
  makes?: boolean;
  take: () => void;
}

const PLACES: Partial<Record<Source, string>> = {
  model: 'models',
  organisation: 'the organisation',
  project: 'projects',
};

const QUESTION_WORDS: Partial<Record<Question['asks'], string>> = {
  property: 'from the dictionary',
  'new property': 'a new property of drawings',
};

/**
 * Finds a property by its name, an alias or a usual caption, with its present value beside it. Enter links it; on the second tab it has
 * the drafter asked for it. What the dictionary does not have yet is a row of its own, which makes it when it is chosen.
 */
export function PropertyFinder(props: {
  onChoose: (property: PropertyDefinition) => void;
  /** A value is to be asked for in its place: one that is asked for already, or a new one. */
  onAsk: (asked: AskedValue) => void;
  /** It is closed from the keyboard: typing goes on. */
  onClose: () => void;
  /** Something else has the focus now. */
  onLeave: () => void;
  onTypeSlash: () => void;
}) {
  const store = useBoardStore();
  const [query, setQuery] = useState('');
  /** What is chosen with the arrows or the pointer; undefined: the first that there is, and nothing that would have to be made. */
  const [active, setActive] = useState<number>();
  const [tab, setTab] = useState<'link' | 'ask'>('link');
  const [problem, setProblem] = useState<string>();
  const box = useRef<HTMLDivElement>(null);
  const links = useFound(query);
  const questions = useQuestions(query);
  const fresh = useNewProperties(query);
  const entries: Entry[] =
    tab === 'link'
      ? [
          ...links.map(({ property, present }) => ({
            id: property.id,
            name: property.name,
            words: present ?? `no value · ${property.source}`,
            take: () => props.onChoose(property),
          })),
          ...fresh.map((property) => ({
            id: `new ${property.source}`,
            name: property.name,
            words: `a new property of ${PLACES[property.source]}`,
            makes: true,
            take: () =>
              void addToDictionary(store, property).then((added) => {
                if (added.ok) props.onChoose(property);
                else setProblem(added.reason);
              }),
          })),
        ]
      : questions.map((question) => ({
          id: question.asked.key,
          name: question.asked.name,
          makes: question.asks === 'new property',
          words: QUESTION_WORDS[question.asks] ?? `asked already: ${question.asked.prompt}`,
          take: () =>
            void takeQuestion(store, question).then((taken) => {
              if (taken.ok) props.onAsk(question.asked);
              else setProblem(taken.reason);
            }),
        }));
  const first = entries[0] && !entries[0].makes ? 0 : -1;
  const marked = active === undefined ? first : Math.min(active, entries.length - 1);
  const chosen = entries[marked];
  const {
    refs: { setReference, setFloating },
    floatingStyles,
  } = useFloating({
    strategy: 'fixed',
    placement: 'bottom-start',
    whileElementsMounted: autoUpdate,
    middleware: PLACING,
  });
  useEffect(() => {
    // The list scrolls, and nothing around it.
    const option = box.current?.querySelector<HTMLElement>('[aria-selected=true]');
    const list = option?.parentElement;
    if (!option || !list) return;
    list.scrollTop = Math.min(
      option.offsetTop,
      Math.max(list.scrollTop, option.offsetTop + option.offsetHeight - list.clientHeight),
    );
  }, [active, query]);
  return (
    <Box ref={setReference}>
      <Box
        ref={(element: HTMLDivElement | null) => {
          box.current = element;
          setFloating(element);
        }}
        style={floatingStyles}
        zIndex={20}
        border="1px solid"
        borderColor="plum"
        bg="card"
        boxShadow="0 4px 14px #0002"
        onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && props.onLeave()}
      >
        <TextInput
          autoFocus
          role="combobox"
          aria-label="Find a property"
          aria-expanded
          aria-controls="found-properties"
          aria-activedescendant={chosen && `found-${chosen.id}`}
          placeholder="Find a property"
          value={query}
          onChange={(event) => {
            setQuery(event.target.value);
            setActive(undefined);
          }}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'ArrowDown') setActive(Math.min(marked + 1, entries.length - 1));
            else if (event.key === 'ArrowUp') setActive(Math.max(marked - 1, 0));
            else if (event.key === 'Tab' && !event.shiftKey && tab === 'link') setTab('ask');
            else if (event.key === 'Tab' && event.shiftKey && tab === 'ask') setTab('link');
            else if (event.key === 'Enter') chosen?.take();
            else if (event.key === 'Escape') props.onClose();
            else if (event.key === '/' && query === '') props.onTypeSlash();
            else return;
            event.preventDefault();
          }}
        />
        <Tabs.Root
          variant="line"
          value={tab}
          onValueChange={({ value }) => {
            setTab(value as 'link' | 'ask');
            setActive(undefined);
          }}
        >
          <Tabs.List aria-label="Link or ask">
            <Tabs.Trigger value="link" aria-controls="found-properties" onMouseDown={keepFocus}>
              Link a property
            </Tabs.Trigger>
            <Tabs.Trigger value="ask" aria-controls="found-properties" onMouseDown={keepFocus}>
              Ask for it (Tab)
            </Tabs.Trigger>
          </Tabs.List>
        </Tabs.Root>
        <Box
          as="ul"
          id="found-properties"
          role="listbox"
          aria-label="Properties"
          position="relative"
          maxHeight="212px"
          overflowY="auto"
          listStyleType="none"
          m={0}
          p={0}
        >
          {entries.map((entry, i) => (
            <Option
              key={entry.id}
              id={`found-${entry.id}`}
              role="option"
              aria-selected={i === marked}
              onPointerEnter={() => setActive(i)}
              onMouseDown={(event) => {
                event.preventDefault();
                entry.take();
              }}
            >
              <Box as="span" flexShrink={0}>
                {entry.name}
              </Box>
              <Flex as="span" flex="1" minWidth={0} justify="end" color="soft" fontSize="12px">
                <Box as="span" overflow="hidden" whiteSpace="nowrap" textOverflow="ellipsis">
                  {entry.words}
                </Box>
              </Flex>
            </Option>
          ))}
          {entries.length === 0 && (
            <Box as="li" px="8px" py="5px" color="soft" fontSize="13px">
              {tab === 'link' ? 'Type a property’s name.' : 'Type what is to be asked for.'}
            </Box>
          )}
        </Box>
        {problem && <Problem>{problem}</Problem>}
      </Box>
    </Box>
  );
}

function useFound(query: string): { property: PropertyDefinition; present: string | undefined }[] {
  const properties = useBoard((board) => board.office.properties);
  const facts = useDeskFacts();
  const { number, total, scale } = useDeskSheet();
  const sheet = useSheet();
  const sizeName = sheet.ok ? sheet.report.sheet.name : '';
  return useMemo(() => {
    const values = sheetValues(sizeName, { number, total, ...(scale !== undefined && { scale }) });
    return foundProperties(properties, query).map((property) => {
      const { value } = resolveProperty(property, facts, values);
      const written =
        value === undefined ? undefined : displayValue(value, usualDisplay(property), facts.locale, property.unit);
      return { property, present: written?.ok ? written.text : undefined };
    });
  }, [properties, facts, number, total, scale, sizeName, query]);
}
