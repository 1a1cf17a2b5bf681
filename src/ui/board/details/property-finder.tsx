'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { askedFor } from '../../../core/format/asked';
import type { AskedValue } from '../../../core/format/document';
import { type PropertyDefinition, usualDisplay } from '../../../core/property/definition';
import { propertyId } from '../../../core/property/dictionary-csv';
import { displayValue } from '../../../core/property/display';
import { matchedName } from '../../../core/property/names';
import { resolveProperty } from '../../../core/property/resolving';
import { sheetValues } from '../../../core/scene/laying';
import { addProperty } from '../../../contract/properties';
import { Problem, TextInput } from '../../controls/field';
import { ask } from '../../data/request';
import { useBoard, useBoardStore } from '../board-store';
import { fillAnew } from '../saving/opening';
import { useDeskFacts, useDeskSheet, useSheet } from '../desk/use-sheet';

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

const Tab = chakra('button', {
  base: {
    flex: 1,
    py: '3px',
    fontSize: '13px',
    color: 'soft',
    cursor: 'pointer',
    _selected: { color: 'ink', boxShadow: 'inset 0 -2px 0 var(--chakra-colors-plum)' },
  },
});

interface Entry {
  id: string;
  name: string;
  words: string;
  take: () => void;
}

/** What can be asked for: what the format asks already, drawing properties of the dictionary, and a new one of that name. */
type Question =
  | { asks: 'already'; asked: AskedValue }
  | { asks: 'property'; asked: AskedValue }
  | { asks: 'new property'; property: PropertyDefinition };

function useQuestions(query: string): Question[] {
  const asked = useBoard((board) => board.document.asked);
  const properties = useBoard((board) => board.office.properties);
  return useMemo(() => {
    const wanted = matchedName(query);
    const known = asked
      .filter(({ name }) => matchedName(name).includes(wanted))
      .map((one): Question => ({ asks: 'already', asked: one }));
    const answered = new Set(asked.map(({ key, property }) => property ?? key));
    const found = properties
      .filter(({ id, source }) => source === 'drawing' && !answered.has(id))
      .filter(({ name, aliases }) => [name, ...aliases].some((one) => matchedName(one).includes(wanted)))
      .map((property): Question => ({ asks: 'property', asked: askedFor(property) }));
    const name = query.trim();
    const named = [...asked, ...properties.flatMap((one) => [one, ...one.aliases.map((alias) => ({ name: alias }))])];
    if (!name || named.some((one) => matchedName(one.name) === wanted)) return [...known, ...found];
    const property = { id: propertyId(name), name, type: 'text', source: 'drawing', aliases: [] } as const;
    return [...known, ...found, { asks: 'new property', property: { ...property, aliases: [] } }];
  }, [asked, properties, query]);
}

/** Puts a property into the dictionary and onto the desk. @returns why it could not be */
async function addToDictionary(property: PropertyDefinition): Promise<string | undefined> {
  try {
    await ask(addProperty, { body: { definition: property } });
    await fillAnew(useBoardStore.getState().board!.format.id);
    return undefined;
  } catch (error) {
    return (error as Error).message;
  }
}

/**
 * Finds a property by its name or an alias, with its present value beside it. Enter links it; on the second tab it has the drafter
 * asked for it, and puts a property that the dictionary has not yet into it.
 */
export function PropertyFinder(props: {
  onChoose: (property: PropertyDefinition) => void;
  /** A value is to be asked for in its place: one that is asked for already, or a new one. */
  onAsk: (asked: AskedValue) => void;
  onClose: () => void;
  onTypeSlash: () => void;
}) {
  const [query, setQuery] = useState('');
  const [active, setActive] = useState(0);
  const [tab, setTab] = useState<'link' | 'ask'>('link');
  const [problem, setProblem] = useState<string>();
  const box = useRef<HTMLDivElement>(null);
  const links = useFound(query);
  const questions = useQuestions(query);
  const entries: Entry[] =
    tab === 'link'
      ? links.map(({ property, present }) => ({
          id: property.id,
          name: property.name,
          words: present ?? `no value · ${property.source}`,
          take: () => props.onChoose(property),
        }))
      : questions.map((question) =>
          question.asks === 'new property'
            ? {
                id: question.property.id,
                name: question.property.name,
                words: 'a new property of drawings',
                take: () =>
                  void addToDictionary(question.property).then((reason) => {
                    if (reason === undefined) props.onAsk(askedFor(question.property));
                    else setProblem(reason);
                  }),
              }
            : {
                id: question.asked.key,
                name: question.asked.name,
                words: question.asks === 'already' ? `asked already: ${question.asked.prompt}` : 'from the dictionary',
                take: () => props.onAsk(question.asked),
              },
        );
  const chosen = entries[Math.min(active, entries.length - 1)];
  useEffect(() => {
    box.current?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  }, [active, query]);
  return (
    <Box
      ref={box}
      mt="4px"
      border="1px solid"
      borderColor="plum"
      bg="card"
      boxShadow="0 4px 14px #0002"
      onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && props.onClose()}
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
          setActive(0);
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'ArrowDown') setActive((i) => Math.min(i + 1, entries.length - 1));
          else if (event.key === 'ArrowUp') setActive((i) => Math.max(i - 1, 0));
          else if (event.key === 'Tab' && !event.shiftKey && tab === 'link') setTab('ask');
          else if (event.key === 'Tab' && event.shiftKey && tab === 'ask') setTab('link');
          else if (event.key === 'Enter' && chosen) chosen.take();
          else if (event.key === 'Escape') props.onClose();
          else if (event.key === '/' && query === '') props.onTypeSlash();
          else return;
          event.preventDefault();
        }}
      />
      <Flex role="tablist" aria-label="Link or ask" borderBottom="1px solid" borderColor="line">
        {(['link', 'ask'] as const).map((one) => (
          <Tab
            key={one}
            type="button"
            role="tab"
            aria-selected={tab === one}
            onMouseDown={(event) => {
              event.preventDefault();
              setTab(one);
              setActive(0);
            }}
          >
            {one === 'link' ? 'Link a property' : 'Ask for it (Tab)'}
          </Tab>
        ))}
      </Flex>
      <Box
        as="ul"
        id="found-properties"
        role="listbox"
        aria-label="Properties"
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
            aria-selected={i === Math.min(active, entries.length - 1)}
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
            {tab === 'link'
              ? `No property has “${query}” in its name. Add it under 2 Properties, or ask for it.`
              : 'Type what is to be asked for.'}
          </Box>
        )}
      </Box>
      {problem && <Problem>{problem}</Problem>}
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
    const wanted = matchedName(query);
    const rank = (property: PropertyDefinition) => {
      const name = matchedName(property.name);
      if (name.startsWith(wanted)) return 0;
      if (name.includes(wanted)) return 1;
      return property.aliases.some((alias) => matchedName(alias).includes(wanted)) ? 2 : 3;
    };
    return properties
      .map((property) => ({ property, rank: rank(property) }))
      .filter((candidate) => candidate.rank < 3)
      .sort((a, b) => a.rank - b.rank)
      .map(({ property }) => {
        const { value } = resolveProperty(property, facts, values);
        const written =
          value === undefined ? undefined : displayValue(value, usualDisplay(property), facts.locale, property.unit);
        return { property, present: written?.ok ? written.text : undefined };
      });
  }, [properties, facts, number, total, scale, sizeName, query]);
}
