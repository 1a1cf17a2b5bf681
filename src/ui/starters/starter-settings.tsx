import { Box } from '@chakra-ui/react';
import { useStore } from 'zustand';
import { refuse } from '../../core/refusal';
import { USUAL_ROOM } from '../../core/starter/starting';
import { CommitField, Row } from '../controls/field';
import { FormatPicker } from '../formats/format-picker';
import type { StarterStore } from './starter-store';

/** What a starter is called, and what it is made on. */
export function StarterSettings({
  store,
  locked,
  formatName,
}: {
  store: StarterStore;
  locked: boolean;
  formatName: string | undefined;
}) {
  const { document } = useStore(store.state);
  if (!document) return null;
  const text = (key: 'name' | 'description' | 'category', most: number) => (value: string) => {
    if (key === 'name' && value.trim() === '') return { ok: false as const, reason: 'A starter needs a name.' };
    store.change({ ...document, [key]: value.trim().slice(0, most) });
    return { ok: true as const };
  };
  if (locked)
    return (
      <Box fontSize="14px" color="soft">
        {document.description}
      </Box>
    );
  return (
    <>
      <CommitField label="Name" value={document.name} onCommit={text('name', 80)} />
      <CommitField label="What for" value={document.description} onCommit={text('description', 500)} />
      <CommitField label="Category" value={document.category} onCommit={text('category', 60)} />
      <Row label="Format">
        <FormatPicker
          label="Format of the starter"
          shown={document.format === undefined ? 'the default one' : (formatName ?? document.format)}
          first={{ value: '', label: 'the default one' }}
          onChoose={(entry) => {
            const { format: _, ...rest } = document;
            store.change(entry ? { ...rest, format: entry.id } : rest);
          }}
        />
      </Row>
      <CommitField
        label="Made here begins"
        value={document.madeHere.join(', ')}
        onCommit={(value) => {
          const madeHere = value
            .split(',')
            .map((one) => one.trim().slice(0, 20))
            .filter(Boolean)
            .slice(0, 20);
          store.change({ ...document, madeHere });
          return { ok: true };
        }}
      />
      <CommitField
        label="Room for dimensions, mm"
        value={String(document.room ?? USUAL_ROOM)}
        onCommit={(value) => {
          const mm = Number(value.trim().replace(',', '.'));
          if (value.trim() === '' || !(mm >= 0 && mm <= 100)) return refuse('Type a number of mm from 0 to 100.');
          const { room: _, ...rest } = document;
          store.change(mm === USUAL_ROOM ? rest : { ...document, room: mm });
          return { ok: true };
        }}
      />
    </>
  );
}
