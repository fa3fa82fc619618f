import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react';
import { sayAtHand } from '../../parts/Hand';
import { type Pack, usePurchasing } from './api';
import { JobLink } from './ToBeOrdered';

/** Packs in one state, a line each, with what can be noted of them; nothing where there are none and nothing is to be said of that. */
export function Packs({
  name,
  packs,
  none,
  writes,
  steps,
}: {
  name: string;
  packs: Pack[];
  none?: string;
  writes: boolean;
  steps: [Pack['state'], string][];
}) {
  const { step } = usePurchasing();
  if (packs.length === 0 && !none) return null;
  return (
    <Box as="section" aria-label={name} mb="6">
      <Heading as="h2" size="md" mb="2">
        {name}
        {packs.length > 0 && (
          <Text as="span" color="quiet" fontWeight="400">
            {' '}
            {packs.length}
          </Text>
        )}
      </Heading>
      {packs.length === 0 && <Text color="quiet">{none}</Text>}
      <Stack as="ul" listStyleType="none" gap="1.5">
        {packs.map((p) => (
          <Flex
            as="li"
            key={p.id}
            data-pack={p.id}
            bg="panel"
            borderRadius="md"
            px="4"
            py="2"
            gap={{ base: '1', md: '4' }}
            wrap="wrap"
            align="center"
          >
            <Box flex="2 1 16rem" minW="0" overflowWrap="anywhere">
              <Text fontWeight="700">{p.wording}</Text>
              <Text color="quiet">
                {p.pieces > 1 && `${p.pieces} modules in a pack; `}
                {p.supplier || 'no supplier named'}, order {p.order}
                {p.reference && ` (${p.reference})`} of {p.orderedOn}
              </Text>
            </Box>
            <Box flex="2 1 14rem" minW="0" overflowWrap="anywhere">
              {p.job ? (
                <Text>
                  for <JobLink of={p.job} />
                </Text>
              ) : (
                <Text color="quiet">
                  {p.state === 'ON_THE_WAY' ? 'on the way, for nobody any more' : 'for nobody'}
                </Text>
              )}
              <Days pack={p} />
            </Box>
            {writes && (
              <Flex gap="2" wrap="wrap">
                {steps
                  .filter(([to]) => p.next.includes(to))
                  .map(([to, does], i) => (
                    <Button
                      key={to}
                      size="sm"
                      variant={i === 0 && steps.length > 1 ? 'solid' : 'outline'}
                      color={i === 0 && steps.length > 1 ? undefined : 'ink'}
                      aria-label={`${does}: ${p.wording}${p.job ? `, for #${p.job.job}` : ''}`}
                      loading={step.isPending && step.variables.pack.id === p.id && step.variables.to === to}
                      onClick={() =>
                        step.mutate(
                          { pack: p, to },
                          {
                            onSuccess: ({ job }) =>
                              to === 'HERE' && sayAtHand(goesTo(job), undefined, 'accent'),
                            onError: (e) => sayAtHand(e.message),
                          },
                        )
                      }
                    >
                      {does}
                    </Button>
                  ))}
              </Flex>
            )}
          </Flex>
        ))}
      </Stack>
    </Box>
  );
}

/** Where what came is put. */
export function goesTo(job?: number): string {
  return job === undefined ? 'Nobody needs it any more.' : `It goes to job #${job}.`;
}

function Days({ pack: p }: { pack: Pack }) {
  const back = p.returnUntil && `goes back until ${p.returnUntil}`;
  if (p.state !== 'ON_THE_WAY') return back ? <Text fontSize="sm">{back}</Text> : null;
  return (
    <Text fontSize="sm" color={p.late ? 'stop' : undefined} fontWeight={p.late ? '700' : undefined}>
      {p.due ? `${p.late ? 'late: was to be here' : 'here'} on ${p.due}` : 'nobody said when it comes'}
      {back && `, ${back}`}
    </Text>
  );
}
