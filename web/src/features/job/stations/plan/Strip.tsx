import { Badge, Box, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useDrag } from '../../../../parts/drag';
import type { JobView } from '../../api';
import { useStock } from './api';
import { heldAs, type InHand } from './inHand';

/** Modules that can be placed: those of this job that have no position, then those in the drawer that fit the machine's generation. */
export function Strip({
  job,
  inHand,
  onTake,
  onRemove,
}: {
  job: JobView;
  inHand?: InHand;
  onTake: (what: InHand) => void;
  onRemove: (key: string) => void;
}) {
  const drawer = useStock(job.id);
  const [filter, setFilter] = useState('');
  const loose = job.modules.filter((m) => !m.plannedAt);
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const all = drawer.data ?? [];
  const stock = all.filter((m) =>
    words.every((w) =>
      `${m.summary} ${m.tag} ${m.maker} ${m.formFactor.replace('_', '-')}`.toLowerCase().includes(w),
    ),
  );
  return (
    <Box as="section" aria-label="Modules to place">
      <Flex gap="3" align="center" mb="1" wrap="wrap">
        <Box flex="1" minW="14rem">
          <Heading as="h2" size="sm" display="inline">
            Modules to place
          </Heading>{' '}
          <Text as="span" color="quiet" fontSize="sm">
            drag one up, or press it to take it in hand
          </Text>
        </Box>
        {all.length > 6 && (
          <Input
            size="sm"
            maxW="14rem"
            aria-label="Filter the drawer"
            placeholder="Filter: 16 GB, 2Rx8, tag ..."
            value={filter}
            onChange={(e) => setFilter(e.target.value)}
          />
        )}
      </Flex>
      <Flex gap="2" wrap="wrap" align="stretch">
        {loose.map((m) => (
          <Chip
            key={m.key}
            what={{ key: m.key, text: m.summary }}
            note={m.foundAt ? 'was in the machine' : (m.tag ?? 'typed')}
            held={inHand?.key === m.key}
            onTake={onTake}
            onRemove={m.foundAt ? undefined : () => onRemove(m.key)}
          />
        ))}
        {stock.map((m) => (
          <Chip
            key={m.tag}
            what={{ tag: m.tag, text: m.summary }}
            note={`${m.tag}, ${m.formFactor.replace('_', '-')}${m.fits ? '' : ', does not fit here'}${m.tested === 'UNTESTED' ? ', untested' : ''}`}
            held={inHand?.tag === m.tag}
            onTake={onTake}
          />
        ))}
        {loose.length === 0 && stock.length === 0 && drawer.data && (
          <Text color="quiet">
            {all.length > 0
              ? `Nothing in the drawer has “${filter}”.`
              : 'The drawer has nothing of this generation. Type a label line below.'}
          </Text>
        )}
      </Flex>
    </Box>
  );
}

function Chip({
  what,
  note,
  held,
  onTake,
  onRemove,
}: {
  what: InHand;
  note: string;
  held: boolean;
  onTake: (what: InHand) => void;
  onRemove?: () => void;
}) {
  const drag = useDrag({ id: heldAs(what), text: what.text });
  return (
    <Flex
      borderWidth="2px"
      borderColor={held ? 'accent' : 'edge'}
      bg={held ? 'accentSoft' : 'panel'}
      borderRadius="sm"
      align="stretch"
      // Two in a row where there is little room.
      flex={{ base: '1 1 40%', md: '0 0 auto' }}
      minW="0"
    >
      <Box
        asChild
        textAlign="left"
        px="2.5"
        py="1"
        cursor="grab"
        minH="2.5rem"
        opacity={drag.isDragging ? 0.4 : 1}
        // A finger that goes up or down scrolls: on a phone the list fills the screen.
        style={{ touchAction: 'pan-y' }}
      >
        <button
          type="button"
          onPointerDown={drag.onPointerDown}
          onClick={() => onTake(what)}
          aria-pressed={held}
        >
          <Box as="span" display="block" fontWeight="700">
            {what.text}
          </Box>
          <Badge bg="transparent" color="quiet" px="0" fontWeight="400" whiteSpace="normal">
            {note}
          </Badge>
        </button>
      </Box>
      {onRemove && (
        <Box asChild px="2" borderLeftWidth="1px" borderColor="line">
          <button type="button" aria-label={`Take ${what.text} out of this job`} onClick={onRemove}>
            ×
          </button>
        </Box>
      )}
    </Flex>
  );
}
