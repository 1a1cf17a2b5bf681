import { Box, Flex, chakra } from '@chakra-ui/react';
import type { ReactNode } from 'react';

const Card = chakra('button', {
  base: {
    display: 'block',
    width: '100%',
    textAlign: 'left',
    border: '1px solid',
    borderColor: 'line',
    bg: 'card',
    mb: '8px',
    cursor: 'pointer',
    _hover: { borderColor: 'plum' },
    _pressed: { borderColor: 'plum', boxShadow: 'inset 3px 0 0 var(--chakra-colors-plum)' },
  },
});

/** Something that a drawing can begin with, as a picture with its name, its edition and what it is for. */
export function ChoiceCard(props: {
  name: string;
  edition: number;
  isDefault: boolean;
  words: string;
  isChosen: boolean;
  onChoose: () => void;
  /** The picture. */
  children: ReactNode;
}) {
  const { name, edition, isDefault, words, isChosen, onChoose, children } = props;
  return (
    <Card type="button" aria-pressed={isChosen} aria-label={`${name}, edition ${edition}`} onClick={onChoose}>
      <Box height="116px" bg="desk" p="5px" borderBottom="1px solid" borderColor="line">
        {children}
      </Box>
      <Flex px="8px" pt="4px" gap="6px" align="baseline">
        <Box fontWeight={600} flex="1" minWidth={0} truncate>
          {name}
        </Box>
        <Box fontSize="13px" color="soft">
          {isDefault && '★ '}edition {edition}
        </Box>
      </Flex>
      <Box px="8px" pb="5px" fontSize="13px" color="soft">
        {words}
      </Box>
    </Card>
  );
}
