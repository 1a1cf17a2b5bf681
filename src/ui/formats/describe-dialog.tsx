'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { type ShelfEntry, describeFormat, listCategories } from '../../contract/formats';
import { Dialog } from '../controls/dialog';
import { Problem, TextArea, TextInput } from '../controls/field';
import { ask } from '../data/request';

const Answers = z.object({
  name: z.string().trim().min(1, 'It needs a name.').max(120, 'At most 120 characters.'),
  description: z.string().trim().max(500, 'At most 500 characters.'),
  category: z.string().trim().max(60, 'At most 60 characters.'),
  tags: z.string().max(400),
});

const tagsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim())
      .filter((tag) => tag !== ''),
  ),
];

/** A format's name, and what the shelf says of it. */
export function DescribeDialog({ entry, onClose }: { entry: ShelfEntry; onClose: (changed: boolean) => void }) {
  const { data: categories = [] } = useQuery({ queryKey: ['categories'], queryFn: () => ask(listCategories) });
  const { register, handleSubmit, formState } = useForm<z.infer<typeof Answers>>({
    defaultValues: { ...entry, tags: entry.tags.join(', ') },
    resolver: zodResolver(Answers),
  });
  const [refused, setRefused] = useState<string>();
  const { errors } = formState;
  const submit = handleSubmit(async ({ tags, ...answers }) => {
    try {
      await ask(describeFormat, { params: { id: entry.id }, body: { ...answers, tags: tagsIn(tags) } });
      onClose(true);
    } catch (error) {
      setRefused((error as Error).message);
    }
  });
  return (
    <Dialog
      open
      title={`Describe ${entry.name}`}
      onClose={() => onClose(false)}
      action={{ words: 'Save', form: 'describe-form', disabled: formState.isSubmitting }}
    >
      <form id="describe-form" noValidate onSubmit={(event) => void submit(event)}>
        <Labelled id="format-name" label="Name" problem={errors.name?.message ?? refused}>
          <TextInput id="format-name" autoFocus aria-invalid={errors.name !== undefined} {...register('name')} />
        </Labelled>
        <Labelled id="format-description" label="What it is for" problem={errors.description?.message}>
          <TextArea id="format-description" rows={3} {...register('description')} />
        </Labelled>
        <Labelled id="format-category" label="Category" problem={errors.category?.message}>
          <TextInput id="format-category" list="format-categories" {...register('category')} />
          <datalist id="format-categories">
            {categories.map((category) => (
              <option key={category} value={category} />
            ))}
          </datalist>
        </Labelled>
        <Labelled id="format-tags" label="Tags, with commas between" problem={errors.tags?.message}>
          <TextInput id="format-tags" {...register('tags')} />
        </Labelled>
      </form>
    </Dialog>
  );
}

function Labelled(props: { id: string; label: string; problem: string | undefined; children: ReactNode }) {
  const { id, label, problem, children } = props;
  return (
    <div style={{ paddingBottom: 10 }}>
      <chakra.label htmlFor={id} display="block" pb="2px">
        {label}
      </chakra.label>
      {children}
      {problem !== undefined && <Problem>{problem}</Problem>}
    </div>
  );
}
