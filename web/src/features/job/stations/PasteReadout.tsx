import { Box, Button, Flex, Text, Textarea } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../../api/client';

const NAMES: Record<string, string> = {
  systemTotal: 'total in the system',
  usable: 'usable',
  rate: 'rate',
  positionsFilled: 'modules listed',
};

/** Readings out of what a system's window or command says, pasted or dropped as a text file. */
export function PasteReadout({
  id,
  onTake,
}: {
  id: string;
  onTake: (readings: Record<string, string>) => void;
}) {
  const [text, setText] = useState('');
  const told = useQuery({
    queryKey: ['glance-readings', text],
    queryFn: () => api.post<Schemas['GlanceView']>('/api/glance', { text }),
    enabled: text.trim() !== '',
    placeholderData: (previous) => previous,
    staleTime: Infinity,
  });
  const readings = text.trim() === '' ? [] : Object.entries(told.data?.readings ?? {});
  return (
    <details>
      <Box as="summary" cursor="pointer" fontWeight="600" width="fit-content">
        Paste what the system says
      </Box>
      <label htmlFor={id}>
        <Text fontSize="sm" color="quiet">
          The about page, the performance page, a command's answer: all of it or a line
        </Text>
      </label>
      <Textarea
        id={id}
        rows={3}
        maxLength={100_000}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onDrop={(e) => {
          const file = e.dataTransfer.files[0];
          if (!file) return;
          e.preventDefault();
          void file.text().then((dropped) => setText(dropped.slice(0, 100_000)));
        }}
      />
      {text.trim() !== '' && (
        <Flex gap="3" align="center" wrap="wrap" mt="1">
          <Text flex="1" minW="14rem">
            {readings.length > 0
              ? readings.map(([name, value]) => `${NAMES[name] ?? name}: ${value}`).join('; ')
              : told.isPending
                ? 'One moment …'
                : 'No total, rate or count is understood in this. Paste the lines that name them.'}
          </Text>
          <Button
            disabled={readings.length === 0}
            onClick={() => {
              onTake(Object.fromEntries(readings));
              setText('');
            }}
          >
            Take these readings
          </Button>
        </Flex>
      )}
    </details>
  );
}
