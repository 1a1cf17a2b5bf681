'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type PropertyDefinition, usualDisplay } from '../../core/property/definition';
import { displayValue } from '../../core/property/display';
import { matchedName } from '../../core/property/names';
import { resolveProperty } from '../../core/property/resolving';
import { TextInput } from '../controls/field';
import { useBoard } from './board-store';
import { useDeskFacts, useDeskSheet, useSheet } from './use-sheet';

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

/** Finds a property by its name or an alias, with its present value beside it. Enter links it. */
export function PropertyFinder(props: {
  choose: (property: PropertyDefinition) => void;
  close: () => void;
  typeSlash: () => void;
}) {
  const [query, setQuery] = useState('');
  const [active, setActive] = useState(0);
  const box = useRef<HTMLDivElement>(null);
  const found = useFound(query);
  const chosen = found[Math.min(active, found.length - 1)];
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
      onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && props.close()}
    >
      <TextInput
        autoFocus
        role="combobox"
        aria-label="Find a property"
        aria-expanded
        aria-controls="found-properties"
        aria-activedescendant={chosen && `found-${chosen.property.id}`}
        placeholder="Find a property"
        value={query}
        onChange={(event) => {
          setQuery(event.target.value);
          setActive(0);
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'ArrowDown') setActive((i) => Math.min(i + 1, found.length - 1));
          else if (event.key === 'ArrowUp') setActive((i) => Math.max(i - 1, 0));
          else if (event.key === 'Enter' && chosen) props.choose(chosen.property);
          else if (event.key === 'Escape') props.close();
          else if (event.key === '/' && query === '') props.typeSlash();
          else return;
          event.preventDefault();
        }}
      />
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
        {found.map(({ property, present }, i) => (
          <Option
            key={property.id}
            id={`found-${property.id}`}
            role="option"
            aria-selected={i === Math.min(active, found.length - 1)}
            onPointerEnter={() => setActive(i)}
            onMouseDown={(event) => {
              event.preventDefault();
              props.choose(property);
            }}
          >
            <Box as="span" flexShrink={0}>
              {property.name}
            </Box>
            <Flex as="span" flex="1" minWidth={0} justify="end" color="soft" fontSize="12px">
              <Box as="span" overflow="hidden" whiteSpace="nowrap" textOverflow="ellipsis">
                {present ?? `no value · ${property.source}`}
              </Box>
            </Flex>
          </Option>
        ))}
        {found.length === 0 && (
          <Box as="li" px="8px" py="5px" color="soft" fontSize="13px">
            No property has “{query}” in its name. Add it under 2 Properties.
          </Box>
        )}
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
    const sheetValues = {
      Size: sizeName,
      'Sheet number': number,
      'Number of sheets': total,
      ...(scale !== undefined && { Scale: scale }),
    };
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
        const { value } = resolveProperty(property, facts, sheetValues);
        const written =
          value === undefined ? undefined : displayValue(value, usualDisplay(property), facts.locale, property.unit);
        return { property, present: written?.ok ? written.text : undefined };
      });
  }, [properties, facts, number, total, scale, sizeName, query]);
}
