import { Badge, Box, Button, Flex, Grid, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../api/client';
import { Findings } from './Findings';

const ORIGIN = { PRINTED: 'printed', TABLE: 'from a table', COMPUTED: 'computed' } as const;

/** A label line as the core reads it. */
export function useLabel(line: string) {
  return useQuery({
    queryKey: ['label', line],
    queryFn: () => api.post<Schemas['LabelView']>('/api/labels/decode', { line }),
    enabled: line.trim() !== '',
    staleTime: Infinity,
    placeholderData: (previous) => previous,
  });
}

/** What a label line says, field by field, and what it may say instead. */
export function LabelReadout({
  shown,
  onInstead,
}: {
  shown: Schemas['LabelView'];
  onInstead: (line: string) => void;
}) {
  return (
    <Box mt="3">
      {shown.summary && (
        <Text fontWeight="700" fontSize="lg">
          {shown.summary}
        </Text>
      )}
      <Grid templateColumns="repeat(auto-fill, minmax(8.5rem, 1fr))" gap="2" my="2" as="dl">
        {shown.values.map((v) => (
          <Box key={v.field} title={v.how}>
            <Text as="dt" fontSize="sm" color="quiet">
              {v.name}
            </Text>
            <Text as="dd" fontWeight="600">
              {v.value}{' '}
              <Badge
                bg={v.origin === 'PRINTED' ? 'accentSoft' : 'transparent'}
                color="quiet"
                borderWidth="1px"
                borderColor="line"
                fontWeight="400"
                size="sm"
              >
                {ORIGIN[v.origin]}
              </Badge>
            </Text>
          </Box>
        ))}
      </Grid>
      <Findings findings={shown.findings} />
      {shown.suggestions.length > 0 && (
        <Box as="section" aria-label="What it may say instead" mt="2">
          <Text fontWeight="600">What it may say instead, the likeliest first:</Text>
          <Flex gap="2" wrap="wrap" mt="1">
            {shown.suggestions.slice(0, 5).map((s) => (
              <Button
                key={s.line}
                size="sm"
                variant="outline"
                color="ink"
                fontFamily="mono"
                fontWeight="400"
                onClick={() => onInstead(s.line)}
              >
                {s.line}
                {s.density && ` (${s.density})`}
              </Button>
            ))}
          </Flex>
        </Box>
      )}
    </Box>
  );
}
