'use client';

import { Box, Flex, Table } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { keepDefault, removeDefault } from '../../contract/editions';
import type { ShelfEntry } from '../../contract/formats';
import type { FormatDefault } from '../../core/office/format-defaults';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem, Select, TextInput } from '../controls/field';
import { formatQuery } from '../data/queries';
import { ask } from '../data/request';
import { defaultsQuery } from '../editions/queries';
import { placesQuery } from '../office/queries';
import { FormatPicker } from './format-picker';

const KINDS = { part: 'Parts', assembly: 'Assemblies' } as const;

const caseKey = ({ kind, sizeName, projectId, siteId }: FormatDefault): string =>
  [kind, sizeName, projectId, siteId].join('/');

/** Which format new drawings are offered first: of each kind of model, and where wanted of a size, a project or a site. */
export function DefaultsDialog({ onClose }: { onClose: () => void }) {
  const queries = useQueryClient();
  const { data: defaults = [] } = useQuery(defaultsQuery);
  const { data: places = [] } = useQuery(placesQuery);
  const [problem, setProblem] = useState<string>();
  const named = (id: string) => places.find((place) => place.id === id)?.name ?? id;
  const act = async (work: () => Promise<FormatDefault[]>) => {
    setProblem(undefined);
    try {
      queries.setQueryData(defaultsQuery.queryKey, await work());
      void queries.invalidateQueries({ queryKey: ['shelf'] });
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      title="Default formats"
      width="720px"
      onClose={onClose}
      footer={<Button onClick={onClose}>Close</Button>}
    >
      <Box pb="8px" color="soft" fontSize="13px">
        New drawings are offered these first. The narrowest holds: a site’s before a project’s, before a size’s, before
        the usual one.
      </Box>
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row>
            {['Drawings of', 'Size', 'Project', 'Site', 'Format', ''].map((title) => (
              <Table.ColumnHeader key={title}>{title}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {defaults.map((one) => (
            <Table.Row key={caseKey(one)}>
              <Table.Cell verticalAlign="middle">{KINDS[one.kind]}</Table.Cell>
              <Table.Cell verticalAlign="middle">{one.sizeName || 'every size'}</Table.Cell>
              <Table.Cell verticalAlign="middle">{one.projectId ? named(one.projectId) : 'every project'}</Table.Cell>
              <Table.Cell verticalAlign="middle">{one.siteId ? named(one.siteId) : 'every site'}</Table.Cell>
              <Table.Cell verticalAlign="middle">
                <FormatName id={one.formatId} />
              </Table.Cell>
              <Table.Cell verticalAlign="middle">
                <Button
                  type="button"
                  look="quiet"
                  onClick={() => {
                    const { formatId: _, ...body } = one;
                    void act(() => ask(removeDefault, { body }));
                  }}
                >
                  Take away
                </Button>
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {defaults.length === 0 && <Box pt="6px">There are none: the shelf’s order holds.</Box>}
      <AddDefault onAdd={(body) => void act(() => ask(keepDefault, { body }))} />
      {problem !== undefined && <Problem>{problem}</Problem>}
    </Dialog>
  );
}

function FormatName({ id }: { id: string }) {
  const { data } = useQuery(formatQuery(id));
  return data?.name ?? '…';
}

function AddDefault({ onAdd }: { onAdd: (one: FormatDefault) => void }) {
  const { data: places = [] } = useQuery(placesQuery);
  const [kind, setKind] = useState<FormatDefault['kind']>('part');
  const [sizeName, setSizeName] = useState('');
  const [projectId, setProjectId] = useState('');
  const [siteId, setSiteId] = useState('');
  const [format, setFormat] = useState<ShelfEntry>();
  const choice = (source: 'project' | 'organisation', all: string) => (
    <>
      <option value="">{all}</option>
      {places
        .filter((place) => place.source === source)
        .map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
    </>
  );
  return (
    <Flex gap="6px" pt="12px" align="center" role="group" aria-label="Another default">
      <Select
        aria-label="Drawings of"
        value={kind}
        onChange={(event) => setKind(event.target.value as FormatDefault['kind'])}
      >
        <option value="part">Parts</option>
        <option value="assembly">Assemblies</option>
      </Select>
      <TextInput
        aria-label="Size"
        placeholder="every size"
        width="92px"
        value={sizeName}
        onChange={(event) => setSizeName(event.target.value)}
      />
      <Select aria-label="Project" value={projectId} onChange={(event) => setProjectId(event.target.value)}>
        {choice('project', 'every project')}
      </Select>
      <Select aria-label="Site" value={siteId} onChange={(event) => setSiteId(event.target.value)}>
        {choice('organisation', 'every site')}
      </Select>
      <Box width="170px" flexShrink={0}>
        <FormatPicker label="Format" shown={format?.name ?? 'Choose…'} inForce onChoose={setFormat} />
      </Box>
      <Button
        type="button"
        disabled={!format}
        onClick={() => format && onAdd({ kind, sizeName: sizeName.trim(), projectId, siteId, formatId: format.id })}
      >
        Add
      </Button>
    </Flex>
  );
}
