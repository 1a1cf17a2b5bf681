'use client';

import { Box, Flex, Table, chakra } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useQuery } from '@tanstack/react-query';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { type Outcome, refuse } from '../../core/refusal';
import { Material } from '../../core/specimen/material';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { CommitField, Problem, TextInput } from '../controls/field';
import { keepMaterial, removeMaterial } from '../../contract/office';
import { materialsQuery } from '../data/queries';
import { ask } from '../data/request';

/** A material as it is typed: its density with a comma or a point. */
const TypedMaterial = z
  .object({ name: z.string(), density: z.string().transform((text) => Number(text.replace(',', '.'))) })
  .pipe(Material);
type TypedMaterial = z.input<typeof TypedMaterial>;
const NOTHING = { name: '', density: '' };

/** The office's materials with their densities, which make masses of shapes. */
export function MaterialsDialog({ onClose, onChange }: { onClose: () => void; onChange: () => void }) {
  const { data: rows, error, refetch } = useQuery(materialsQuery);
  const [refused, setProblem] = useState<string>();
  const problem = refused ?? error?.message;
  const { register, handleSubmit, reset, formState, control } = useForm<TypedMaterial, unknown, Material>({
    defaultValues: NOTHING,
    resolver: zodResolver(TypedMaterial),
  });
  const fresh = useWatch({ control });
  const told = (work: Promise<unknown>) =>
    work.then(
      () => {
        setProblem(undefined);
        onChange();
        return refetch();
      },
      (failure: Error) => setProblem(failure.message),
    );
  const keep = (name: string, text: string, version?: number): Outcome<object> => {
    const read = TypedMaterial.safeParse({ name, density: text });
    if (!read.success) return refuse(read.error.issues[0]!.message);
    void told(ask(keepMaterial, { body: { material: read.data, version } }));
    return { ok: true };
  };
  const add = handleSubmit((material) => {
    void told(ask(keepMaterial, { body: { material } }));
    reset(NOTHING);
  });
  const wrong = formState.errors.name?.message ?? formState.errors.density?.message;
  return (
    <Dialog
      open
      title="Materials and their densities"
      width="560px"
      onClose={onClose}
      footer={
        <Button look="primary" type="button" onClick={onClose}>
          Done
        </Button>
      }
    >
      <Box fontSize="14px" pb="8px">
        A material is found by the name that models give it, without case, spaces and punctuation.
      </Box>
      <Box maxHeight="330px" overflowY="auto" border="1px solid" borderColor="line">
        <Table.Root>
          <Table.Header>
            <Table.Row>
              <Table.ColumnHeader>Material</Table.ColumnHeader>
              <Table.ColumnHeader style={{ width: 130 }}>kg/dm³</Table.ColumnHeader>
              <Table.ColumnHeader style={{ width: 40 }} aria-label="Remove" />
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {rows?.map(({ material, version }) => (
              <Table.Row key={material.name}>
                <Table.Cell>{material.name}</Table.Cell>
                <Table.Cell>
                  <CommitField
                    bare
                    label={`Density of ${material.name}`}
                    value={String(material.density)}
                    onCommit={(text) => keep(material.name, text, version)}
                  />
                </Table.Cell>
                <Table.Cell>
                  <chakra.button
                    type="button"
                    aria-label={`Remove ${material.name}`}
                    onClick={() => void told(ask(removeMaterial, { body: { name: material.name } }))}
                  >
                    <Trash2 size={15} />
                  </chakra.button>
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
      <chakra.form pt="8px" onSubmit={(event) => void add(event)}>
        <Flex gap="6px">
          <TextInput aria-label="New material" placeholder="Name as the models write it" {...register('name')} />
          <TextInput aria-label="Its density in kg/dm³" placeholder="7.85" width="110px" {...register('density')} />
          <Button type="submit" disabled={!fresh.name?.trim() || !fresh.density?.trim()}>
            Add
          </Button>
        </Flex>
      </chakra.form>
      {(wrong ?? problem) && <Problem>{wrong ?? problem}</Problem>}
    </Dialog>
  );
}
