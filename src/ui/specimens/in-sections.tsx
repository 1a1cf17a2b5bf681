import { Box } from '@chakra-ui/react';
import type { Outcome } from '../../core/refusal';
import type { Specimen } from '../../core/specimen/specimen';
import { isUsuallyWhole } from '../../core/view/left-whole';
import { SelectRow } from '../controls/field';

/** Whether sections of assemblies cut a part lengthwise: as is usual for its name and form, or as the office says. */
export function InSections(props: { specimen: Specimen; onChange: (specimen: Specimen) => Outcome<object> }) {
  const { specimen, onChange } = props;
  const usually = isUsuallyWhole(specimen.name, specimen.shape) ? 'left whole' : 'cut';
  return (
    <Box pt="12px" maxWidth="460px">
      <SelectRow
        label="In sections"
        value={specimen.whole === undefined ? '' : specimen.whole ? 'whole' : 'cut'}
        options={[
          { value: '', label: `by its name and form: ${usually}` },
          { value: 'whole', label: 'left whole lengthwise' },
          { value: 'cut', label: 'cut' },
        ]}
        onChange={(value) => {
          const { whole: _, ...others } = specimen;
          onChange(value === '' ? others : { ...others, whole: value === 'whole' });
        }}
      />
    </Box>
  );
}
