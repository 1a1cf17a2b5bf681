'use client';

import { Box, Flex, Grid, Table, chakra } from '@chakra-ui/react';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { OfficeView } from '../../contract/office';
import type { StoreStatus } from '../../contract/specimens';
import type { PropertyDefinition } from '../../core/property/definition';
import { ModelNames } from '../../core/property/model-names';
import type { Value, Values } from '../../core/property/value';
import { asMeasure, valueText } from '../../core/property/value';
import { type Outcome, refuse } from '../../core/refusal';
import { modelSources } from '../../core/specimen/models';
import type { Specimen } from '../../core/specimen/specimen';
import { Ago } from '../controls/ago';
import { Button } from '../controls/button';
import { CommitField, Problem, TextInput } from '../controls/field';
import { officeQuery, shelfQuery } from '../data/queries';
import { useAtHand, useFormats } from '../data/use-at-hand';
import { useProofClient } from '../data/use-proof-client';
import { FlatShape } from './flat-shape';
import { InSections } from './in-sections';
import { SpecimenMass } from './specimen-mass';
import { SpecimenProof } from './specimen-proof';
import type { SpecimenState, SpecimenStore } from './specimen-store';
import { LookingOnly, OnlyFor } from '../data/me';

/** How many formats a specimen is shown on: the first of the shelf. */
const SHOWN_FORMATS = 4;

/** One specimen open: its values and its variants' side by side, its components, and proofs that follow every edit. */
export function OpenSpecimen(props: {
  store: SpecimenStore;
  state: SpecimenState;
  onMaterials: () => void;
  /** What the model store last changed of it. */
  fromStore: StoreStatus['models'][number] | undefined;
}) {
  const { store, state, onMaterials, fromStore } = props;
  const { specimen, components, problem } = state;
  const { data: office } = useQuery(officeQuery);
  const edit = (next: Specimen) => store.edit(next);
  const models = useMemo(
    () =>
      specimen &&
      office && { specimens: [specimen, ...components], properties: office.properties, materials: office.materials },
    [specimen, components, office],
  );
  const sources = useMemo(() => models && modelSources(models), [models]);
  if (!specimen) return <Box p="20px">{problem ? <Problem>{problem}</Problem> : 'Opening…'}</Box>;
  return (
    <Flex height="100%">
      <Box flex="1" minWidth={0} overflowY="auto" px="20px" py="12px">
        <Flex align="baseline" gap="10px" pb="8px">
          <Box as="h2" fontSize="20px" fontWeight={600}>
            {specimen.name}
          </Box>
          <Box color="soft">{specimen.model}</Box>
        </Flex>
        {fromStore && fromStore.changes.length > 0 && (
          <Box fontSize="13px" color="soft" pb="8px" data-testid="store-changes">
            From the model store, <Ago at={fromStore.changedAt} />: {fromStore.changes.join(' ')}
          </Box>
        )}
        {problem && (
          <Flex gap="12px" align="center" pb="8px">
            <Problem>{problem}</Problem>
            <Button type="button" onClick={() => void store.load(true)}>
              Look at what is stored
            </Button>
          </Flex>
        )}
        <LookingOnly role="drafter" />
        <OnlyFor role="drafter">
          <ValueTable specimen={specimen} properties={office?.properties ?? []} onEdit={edit} />
          {sources && <SpecimenMass specimen={specimen} sources={sources} onChange={onMaterials} />}
          {specimen.model === 'part' && <InSections specimen={specimen} onChange={edit} />}
          {specimen.model === 'part' && <FlatShape specimen={specimen} onChange={edit} />}
          {specimen.model === 'assembly' && <Components specimen={specimen} known={components} onEdit={edit} />}
        </OnlyFor>
      </Box>
      <Box
        width="290px"
        flexShrink={0}
        borderLeft="1px solid"
        borderColor="ink"
        bg="paper"
        overflowY="auto"
        px="14px"
        py="12px"
      >
        <Box as="h2" fontWeight={600} pb="6px">
          Proofs with it
        </Box>
        {models && <ProofsWith specimen={specimen} models={models} />}
      </Box>
    </Flex>
  );
}

/** The first formats of the shelf, each filled from the specimen and from the last of its variants. */
function ProofsWith(props: {
  specimen: Specimen;
  models: Pick<OfficeView, 'properties' | 'materials'> & { specimens: Specimen[] };
}) {
  const { specimen, models } = props;
  const { data: shelf } = useInfiniteQuery(shelfQuery('', 'shelf'));
  const ids = useMemo(() => shelf?.pages[0]!.entries.slice(0, SHOWN_FORMATS).map(({ id }) => id) ?? [], [shelf]);
  const formats = useFormats(ids);
  const { atHand } = useAtHand(formats, NO_MODELS);
  const client = useProofClient(atHand?.resources);
  const variants = [undefined, ...specimen.variants.map((variant) => variant.name)].slice(-2);
  return (
    <Grid gap="12px">
      {(formats ?? []).flatMap((format) =>
        variants.map((variant) => (
          <SpecimenProof
            key={`${format.id}/${variant ?? ''}`}
            format={format}
            office={models}
            filled={{ specimen: specimen.id, variant }}
            client={client}
          />
        )),
      )}
    </Grid>
  );
}

/** The models come with the specimen itself. */
const NO_MODELS: string[] = [];

/** Every name that the model or one of its variants has, and the property it is read as. */
function ValueTable({
  specimen,
  properties,
  onEdit,
}: {
  specimen: Specimen;
  properties: readonly PropertyDefinition[];
  onEdit: (next: Specimen) => Outcome<object>;
}) {
  const [added, setAdded] = useState('');
  const names = useMemo(() => {
    const all = [specimen.values, ...specimen.variants.map((variant) => variant.values)].flatMap((values) =>
      Object.keys(values),
    );
    return [...new Set(all)];
  }, [specimen]);
  const readAs = useMemo(() => {
    const [doors, called] = [new ModelNames(properties), new Map(properties.map(({ id, name }) => [id, name]))];
    return (name: string) =>
      doors
        .propertiesOf(name)
        .map((id) => called.get(id))
        .join(', ');
  }, [properties]);
  const setValue = (variant: number | undefined, name: string, text: string): Outcome<object> => {
    const before = variant === undefined ? specimen.values : specimen.variants[variant]!.values;
    const values: Values = { ...before };
    if (text.trim() === '') delete values[name];
    else values[name] = typed(text, before[name] ?? specimen.values[name]);
    return onEdit(
      variant === undefined
        ? { ...specimen, values }
        : {
            ...specimen,
            variants: specimen.variants.map((other, i) => (i === variant ? { ...other, values } : other)),
          },
    );
  };
  return (
    <>
      <Table.Root bg="card" border="1px solid" borderColor="line" tableLayout="fixed">
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader style={{ width: '21%' }}>Name in the model</Table.ColumnHeader>
            <Table.ColumnHeader>Value</Table.ColumnHeader>
            {specimen.variants.map((variant) => (
              <Table.ColumnHeader key={variant.name}>{variant.name}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {names.map((name) => {
            const property = readAs(name);
            return (
              <Table.Row key={name}>
                <Table.Cell>
                  <Box fontWeight={500}>{name}</Box>
                  {property !== name && (
                    <Box fontSize="12px" color={property ? 'plum' : 'ochre'}>
                      {property ? `read as ${property}` : '▲ no property reads it'}
                    </Box>
                  )}
                </Table.Cell>
                {[undefined, ...specimen.variants.map((_, i) => i)].map((variant) => {
                  const values = variant === undefined ? specimen.values : specimen.variants[variant]!.values;
                  const who = variant === undefined ? specimen.name : specimen.variants[variant]!.name;
                  return (
                    <Table.Cell key={variant ?? 'own'}>
                      <CommitField
                        bare
                        label={`${name} of ${who}`}
                        value={values[name] === undefined ? '' : valueText(values[name])}
                        onCommit={(text) => setValue(variant, name, text)}
                      />
                    </Table.Cell>
                  );
                })}
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      <chakra.form
        display="flex"
        gap="6px"
        pt="8px"
        width="330px"
        onSubmit={(event) => {
          event.preventDefault();
          const name = added.trim();
          if (name && onEdit({ ...specimen, values: { ...specimen.values, [name]: '' } }).ok) setAdded('');
        }}
      >
        <TextInput
          aria-label="New property's name"
          placeholder="Name of another property"
          value={added}
          onChange={(event) => setAdded(event.target.value)}
        />
        <Button type="submit" disabled={added.trim() === '' || names.includes(added.trim())}>
          Add
        </Button>
      </chakra.form>
    </>
  );
}

/** A typed value keeps the kind of the value before it: a number with a unit stays one when it reads as one. */
function typed(text: string, before: Value | undefined): Value {
  const trimmed = text.trim();
  if (typeof before === 'object' || typeof before === 'number') {
    const measure = asMeasure(trimmed);
    if (measure) {
      const unit = measure.unit ?? (typeof before === 'object' ? before.unit : undefined);
      return unit === undefined ? measure.value : { value: measure.value, unit };
    }
  }
  return trimmed;
}

function Components({
  specimen,
  known,
  onEdit,
}: {
  specimen: Specimen;
  /** The models that it is made of, in depth. */
  known: readonly Specimen[];
  onEdit: (next: Specimen) => Outcome<object>;
}) {
  return (
    <Box pt="18px">
      <Box as="h3" fontWeight={600} pb="4px">
        Components
      </Box>
      <Table.Root
        maxWidth="560px"

        bg="card"
        border="1px solid"
        borderColor="line"
      >
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader style={{ width: 110 }}>Quantity</Table.ColumnHeader>
            <Table.ColumnHeader>Model</Table.ColumnHeader>
            <Table.ColumnHeader>Kind</Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {specimen.components.map((component, i) => {
            const model = known.find((other) => other.id === component.specimen);
            return (
              <Table.Row key={`${component.specimen}/${i}`}>
                <Table.Cell>
                  <CommitField
                    bare
                    label={`Quantity of ${model?.name ?? component.specimen}`}
                    value={String(component.quantity)}
                    onCommit={(text) => {
                      const quantity = Number(text.replace(',', '.'));
                      if (!(quantity > 0)) return refuse('A quantity is more than 0.');
                      return onEdit({
                        ...specimen,
                        components: specimen.components.map((other, j) => (j === i ? { ...other, quantity } : other)),
                      });
                    }}
                  />
                </Table.Cell>
                <Table.Cell>
                  {model ? (
                    <chakra.a asChild color="plum" textDecoration="underline">
                      <Link href={`/specimens/${model.id}`}>{model.name}</Link>
                    </chakra.a>
                  ) : (
                    <Problem>{component.specimen} is not among the specimens</Problem>
                  )}
                </Table.Cell>
                <Table.Cell>{model?.model ?? '–'}</Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}
