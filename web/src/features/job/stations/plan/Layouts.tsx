import { Button, Flex, Text } from '@chakra-ui/react';
import type { StationProps } from '../shared/props';

/** Layouts that were put together beside the one on the table; kit after kit can be tried. */
export function Layouts({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  if (job.alternatives.length < 2) return null;
  return (
    <Flex as="section" aria-label="Layouts put together" gap="2" wrap="wrap" align="center">
      <Text fontWeight="600">Put together:</Text>
      {job.alternatives.map((a) => (
        <Flex key={a.id} borderWidth="2px" borderColor={a.onTheTable ? 'accent' : 'edge'} borderRadius="sm">
          <Button
            size="sm"
            variant="ghost"
            color="ink"
            aria-pressed={a.onTheTable}
            disabled={readOnly || a.onTheTable}
            onClick={() => void change({ type: 'PutOnTable', alternative: a.id })}
          >
            {a.installed}
            {a.name ? `: ${a.name}` : ', by hand'}
            {a.chosen ? ' ✓' : ''}
          </Button>
          {!readOnly && !a.onTheTable && (
            <Button
              size="sm"
              variant="ghost"
              color="ink"
              aria-label={`Drop ${a.name || 'this layout'}`}
              onClick={() => void change({ type: 'DropLayout', alternative: a.id })}
            >
              ×
            </Button>
          )}
        </Flex>
      ))}
    </Flex>
  );
}
