import { Box } from '@chakra-ui/react';
import { CheckBox } from '../controls/check-box';

/** The parts of an assembly that a section does not cut lengthwise. */
export function LeftWhole(props: {
  parts: readonly string[];
  whole: readonly string[];
  onChange: (whole: string[]) => void;
}) {
  const { parts, whole, onChange } = props;
  // One that the assembly no longer has stays in the list until it is unticked.
  const all = [...new Set([...parts, ...whole])];
  return (
    <Box role="group" aria-label="Not cut lengthwise" pt="4px">
      <Box fontSize="13px" color="soft">
        Not cut lengthwise
      </Box>
      <Box maxHeight="168px" overflowY="auto">
        {all.map((name) => (
          <Box key={name}>
            <CheckBox
              checked={whole.includes(name)}
              onChange={(isWhole) => onChange(isWhole ? [...whole, name] : whole.filter((one) => one !== name))}
            >
              {name}
            </CheckBox>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
