'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { RotateCw } from 'lucide-react';
import { useMemo, useState } from 'react';
import Link from 'next/link';
import { useForm } from 'react-hook-form';
import { chooseProfile } from '../../../contract/formats';
import type { FormatDocument, SheetSize } from '../../../core/format/document';
import { addingSize, extentInWords, flippingSize, readSize, sizeInWords, sizeOf } from '../../../core/format/sizing';
import type { Step } from '../../../core/format/steps/step';
import type { SetSheet } from '../../../core/format/steps/set-sheet';
import { refuse } from '../../../core/refusal';
import { compose } from '../../../core/scene/compose';
import { STANDARD_SIZES } from '../../../core/sheet/sizes';
import { Button } from '../../controls/button';
import { CommitField, Problem, Row, Select, SelectRow, TextInput } from '../../controls/field';
import { factsFor } from '../../data/office';
import { ask } from '../../data/request';
import { profilesQuery } from '../../profiles/queries';
import { useBoard, useBoardStore } from '../board-store';
import { LetteringSection } from './details-lettering';
import { AskedSection } from './details-asked';
import { InkSection } from './details-inks';
import { Section } from './details-parts';
import { useSheet } from '../desk/use-sheet';
import { useSheetChange } from './use-sheet-change';

/** The format as a whole: its name, family of sizes, lettering styles. */
export function SheetDetails() {
  const store = useBoardStore();
  const sheet = useSheet();
  const name = useBoard((board) => board.document.name);
  const unit = useBoard((board) => board.document.unit);
  const { perform, endTyping } = store.getState();
  return (
    <>
      <Section title={name}>
        <CommitField
          label="Name"
          value={name}
          live
          onLeave={endTyping}
          onCommit={(text) =>
            text.trim()
              ? perform({ op: 'rename format', name: text.trim() }, 'format name')
              : refuse('A format needs a name.')
          }
        />
        <ProfileRow />
        {sheet.ok && (
          <>
            <Row label="Drawing space">
              <Box pt="4px">{extentInWords(sheet.report.drawingSpace, unit)}</Box>
            </Row>
            <ClearRows />
          </>
        )}
        <Box color="soft" fontSize="13px" pt="6px">
          Click a cell to change it. Double-click a block to fill the view with it. ? lists the keys.
        </Box>
      </Section>
      <FamilySection />
      <AskedSection />
      <LetteringSection />
      <InkSection />
    </>
  );
}

/** The drafting profile that the format is proved with; drawings made on it take it. */
function ProfileRow() {
  const store = useBoardStore();
  const id = useBoard((board) => board.format.id);
  const chosen = useBoard((board) => board.format.profileId);
  const { data: profiles } = useQuery(profilesQuery);
  const [problem, setProblem] = useState<string>();
  if (chosen === undefined || !profiles) return null;
  const choose = async (profileId: string) => {
    try {
      const { facts } = await ask(chooseProfile, { params: { id }, body: { profileId } });
      const { board, set } = store.getState();
      if (board) set({ format: { ...board.format, facts, profileId } });
      setProblem(undefined);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <>
      <SelectRow
        label="Profile"
        value={chosen}
        options={profiles.map(({ id: value, name }) => ({ value, label: name }))}
        onChange={(profile) => void choose(profile)}
      />
      {problem !== undefined && <Problem>{problem}</Problem>}
      <Box fontSize="12px" pl="96px" pb="3px">
        <Link href={`/profiles?profile=${encodeURIComponent(chosen)}`} style={{ textDecoration: 'underline' }}>
          Open the profile
        </Link>
      </Box>
    </>
  );
}

/** The largest clear rectangle of the first sheet on this size: of a part, and of the assembly with the longest list. */
function ClearRows() {
  const document = useBoard((board) => board.document);
  const sizeId = useBoard((board) => board.sizeId);
  const format = useBoard((board) => board.format);
  const office = useBoard((board) => board.office);
  const resources = useBoard((board) => board.resources);
  const clear = useMemo(() => {
    const part = office.specimens.find(({ model }) => model === 'part');
    const [assembly] = office.specimens
      .filter(({ model }) => model === 'assembly')
      .toSorted((a, b) => b.components.length - a.components.length);
    return [part, assembly].map((specimen) => {
      const facts = specimen && factsFor(format, office, { specimen: specimen.id }, document);
      const request = { sizeId, sheet: { number: 1, total: 2 }, show: 'values' as const };
      const composed = facts && compose(document, request, facts, resources);
      return composed?.ok ? { box: composed.report.clear.largest, components: specimen!.components.length } : undefined;
    });
  }, [document, sizeId, format, office, resources]);
  return (['Clear, part', 'Clear, assembly'] as const).map((label, i) => {
    const found = clear[i];
    if (!found) return null;
    return (
      <Row key={label} label={label}>
        <Box pt="4px" title="The largest clear rectangle of the first sheet">
          {extentInWords(found.box, document.unit)}
          {found.components > 0 && ` with ${found.components} items`}
        </Box>
      </Row>
    );
  });
}

/** The family of sizes: standard ones with their orientation, and named extra sizes in mm or inch. */
function FamilySection() {
  const store = useBoardStore();
  const change = useSheetChange();
  const document = useBoard((board) => board.document);
  const formatId = useBoard((board) => board.format.id);
  const [problem, setProblem] = useState<string>();
  const set = (part: SetSheet['change']) => {
    const outcome = change(part);
    setProblem(outcome.ok ? undefined : outcome.reason);
    if (outcome.ok && part.sizes && !part.sizes.some((size) => size.id === store.getState().board!.sizeId)) {
      store.getState().set({ sizeId: store.getState().board!.document.mainSize });
    }
    return outcome.ok;
  };
  const done = (step: Step) => {
    const outcome = store.getState().perform(step);
    setProblem(outcome.ok ? undefined : outcome.reason);
    return outcome.ok;
  };
  const remove = (id: string) => {
    const sizes = document.sizes.filter((size) => size.id !== id);
    if (sizes.length === 0) setProblem('A format serves one size at least.');
    else set({ sizes, mainSize: document.mainSize === id ? sizes[0]!.id : document.mainSize });
  };
  const others = STANDARD_SIZES.filter((size) => !document.sizes.some((own) => own.id === size.id));
  return (
    <Section title="Family of sizes">
      {document.sizes.map((size) => (
        <Flex key={size.id} align="center" gap="6px" py="1px">
          <Box width="52px" fontWeight={500}>
            {size.name}
          </Box>
          <Box flex="1" fontSize="13px">
            {sizeInWords(size, document.unit)}
            {size.id === document.mainSize ? ', shown first' : ''}
          </Box>
          {size.id !== document.mainSize && (
            <Button look="quiet" type="button" onClick={() => set({ mainSize: size.id })}>
              First
            </Button>
          )}
          <Button
            look="quiet"
            type="button"
            aria-label={`Turn ${size.name} on its side`}
            title="Turn it on its side"
            onClick={() => done(flippingSize(document, size.id))}
          >
            <RotateCw size={13} aria-hidden />
          </Button>
          <Button look="quiet" type="button" aria-label={`Remove ${size.name}`} onClick={() => remove(size.id)}>
            ×
          </Button>
        </Flex>
      ))}
      <Row label="Add">
        <Select
          aria-label="Add a standard size"
          value=""
          onChange={(event) => {
            const added = sizeOf(event.target.value, document.unit);
            if (added) done(addingSize(document, added));
          }}
        >
          <option value="">a standard size…</option>
          {others.map((size) => (
            <option key={size.id} value={size.id}>
              {size.name} {size.orientation}, {sizeInWords(sizeOf(size.id, document.unit)!, document.unit)} (
              {size.standard.toUpperCase()})
            </option>
          ))}
        </Select>
      </Row>
      <CustomSize document={document} onAdd={(size) => done(addingSize(document, size))} />
      <Row label="Or from">
        <Box pt="4px" fontSize="14px">
          <Link href={`/formats/read?into=${encodeURIComponent(formatId)}`} style={{ textDecoration: 'underline' }}>
            a drawing, DXF or SVG
          </Link>
        </Box>
      </Row>
      {problem && <Problem>{problem}</Problem>}
    </Section>
  );
}

function CustomSize({ document, onAdd }: { document: FormatDocument; onAdd: (size: SheetSize) => boolean }) {
  const { register, handleSubmit, reset, formState, setError } = useForm({ defaultValues: { name: '', size: '' } });
  const { errors } = formState;
  const isNew = (name: string): true | string => {
    if (!name.trim()) return 'Name the size, for example Legal.';
    const alike = document.sizes.find((other) => other.name.toLowerCase() === name.trim().toLowerCase());
    return alike ? `There is a size named ${alike.name} already. Give this one another name.` : true;
  };
  const submit = handleSubmit(({ name, size }) => {
    const read = readSize(size, document.unit);
    if (!read.ok) return setError('size', { message: read.reason });
    let number = 1;
    while (document.sizes.some((other) => other.id === `custom-${number}`)) number += 1;
    const { width, height } = read;
    if (onAdd({ id: `custom-${number}`, name: name.trim(), width, height })) reset();
  });
  return (
    <form onSubmit={(event) => void submit(event)}>
      <Row label="Or a size of">
        <Flex gap="4px">
          <TextInput
            aria-label="Name of the size"
            placeholder="name"
            aria-invalid={errors.name !== undefined}
            {...register('name', { validate: isNew })}
          />
          <TextInput
            aria-label="Width × height"
            placeholder="420 × 210"
            aria-invalid={errors.size !== undefined}
            {...register('size')}
          />
          <Button type="submit">Add</Button>
        </Flex>
        {(errors.name ?? errors.size) && <Problem>{(errors.name ?? errors.size)?.message}</Problem>}
      </Row>
    </form>
  );
}
