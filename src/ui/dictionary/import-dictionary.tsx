'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { readTable } from '../../core/exchange/table';
import type { PropertyDefinition } from '../../core/property/definition';
import { type DictionaryRow, readDictionary } from '../../core/property/dictionary-csv';
import { Dialog } from '../controls/dialog';
import { Problem } from '../controls/field';
import { importProperties } from '../../contract/properties';
import { ask } from '../data/request';

const SIGNS: Record<DictionaryRow['does'], { sign: string; colour: string }> = {
  adds: { sign: '+', colour: 'pine' },
  changes: { sign: '~', colour: 'plum' },
  'leaves as it is': { sign: '=', colour: 'soft' },
  refused: { sign: '■', colour: 'vermilion' },
};

/** Reads a dictionary from a CSV file: what each row does is shown before anything is imported. */
export function ImportDictionary(props: {
  known: readonly PropertyDefinition[];
  onClose: () => void;
  onDone: () => void;
}) {
  const { known, onClose, onDone } = props;
  const [rows, setRows] = useState<DictionaryRow[]>();
  const [problem, setProblem] = useState<string>();
  const read = async (file: File | undefined) => {
    if (!file) return;
    const table = readTable(new Uint8Array(await file.arrayBuffer()));
    const outcome = table.ok ? readDictionary(table.table, known) : table;
    setProblem(outcome.ok ? undefined : outcome.reason);
    setRows(outcome.ok ? outcome.rows : undefined);
  };
  const taken = rows?.filter(({ does }) => does === 'adds' || does === 'changes') ?? [];
  const count = (does: DictionaryRow['does']) => rows?.filter((row) => row.does === does).length ?? 0;
  const take = async () => {
    try {
      await ask(importProperties, { body: { definitions: taken.map(({ property }) => property) } });
      onDone();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      title="Import properties from a CSV file"
      width="620px"
      onClose={onClose}
      action={{
        words: taken.length > 0 ? `Import ${taken.length}` : 'Import',
        disabled: taken.length === 0,
        onPerform: () => void take(),
      }}
    >
      <Box fontSize="14px" pb="6px">
        The first line names the columns: Name, Type, Source, Quantity, Unit, Also read as, Longest, Pattern, Choices,
        Required of, Description. Only Name is needed. Export CSV writes such a file.
      </Box>
      <input
        type="file"
        accept=".csv,text/csv"
        aria-label="Dictionary file"
        onChange={(event) => void read(event.target.files?.[0])}
      />
      {problem && <Problem>{problem}</Problem>}
      {rows && (
        <>
          <Flex gap="14px" pt="8px" fontSize="14px">
            <Box color="pine">+ {count('adds')} new</Box>
            <Box color="plum">~ {count('changes')} changed</Box>
            <Box color="soft">= {count('leaves as it is')} as they are</Box>
            <Box color="vermilion">■ {count('refused')} refused</Box>
          </Flex>
          <Box maxHeight="300px" overflowY="auto" mt="6px" border="1px solid" borderColor="line">
            {rows.map((row) => (
              <Flex key={row.line} gap="8px" px="8px" py="2px" fontSize="14px">
                <Box width="34px" color="soft" textAlign="right">
                  {row.line}
                </Box>
                <Box color={SIGNS[row.does].colour} width="14px" aria-hidden>
                  {SIGNS[row.does].sign}
                </Box>
                <Box flex="1">{row.words}</Box>
                <Box color="soft" fontSize="13px">
                  {row.does}
                </Box>
              </Flex>
            ))}
          </Box>
        </>
      )}
    </Dialog>
  );
}
