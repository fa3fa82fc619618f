import { Box, Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Press } from '../../../../parts/Hand';
import type { StationProps } from './props';

/** What most often comes along with a machine; anything else is typed. */
const USUAL = ['Charger', 'Bag', 'Mouse', 'Drive caddy', 'Start stick'];

/** What came over the counter beside the machine: listed when it comes. */
export function CameAlong({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const [other, setOther] = useState('');
  const things = job.brought.things;
  const note = (what: string, came: number) => void change({ type: 'NoteThing', what, came });
  const add = (what: string) => {
    const there = things.find((t) => t.what.toLowerCase() === what.toLowerCase());
    note(there?.what ?? what, (there?.came ?? 0) + 1);
  };
  const missing = USUAL.filter((u) => !things.some((t) => t.what.toLowerCase() === u.toLowerCase()));
  return (
    <Box as="section" aria-label="What came along">
      <Text fontWeight="600" mb="1">
        What came along
      </Text>
      {things.length === 0 && readOnly && <Text color="quiet">Nothing was noted.</Text>}
      {things.length > 0 && (
        <Flex as="ul" listStyleType="none" columnGap="6" rowGap="2" mb="2" wrap="wrap">
          {things.map((t) => (
            <Flex as="li" key={t.what} gap="2" align="center">
              <Text as="span" overflowWrap="anywhere">
                {t.came > 1 ? `${t.came} × ${t.what}` : t.what}
                {t.back > 0 && (
                  <Text as="span" color="quiet">
                    {t.back === t.came ? ', given back' : `, ${t.back} given back`}
                  </Text>
                )}
              </Text>
              {!readOnly && (
                <>
                  <Button
                    size="sm"
                    variant="outline"
                    color="ink"
                    aria-label={`One ${t.what} less`}
                    onClick={() => note(t.what, Math.max(t.came - 1, t.back))}
                    disabled={t.came === t.back}
                  >
                    −
                  </Button>
                  <Button
                    size="sm"
                    variant="outline"
                    color="ink"
                    aria-label={`One ${t.what} more`}
                    onClick={() => note(t.what, t.came + 1)}
                  >
                    +
                  </Button>
                </>
              )}
            </Flex>
          ))}
        </Flex>
      )}
      {!readOnly && (
        <Flex gap="2" wrap="wrap" align="center">
          {missing.map((u) => (
            <Button key={u} size="sm" variant="outline" color="ink" onClick={() => add(u)}>
              {u}
            </Button>
          ))}
          <Input
            aria-label="Something else that came along"
            placeholder="something else, then Enter"
            size="sm"
            width="14rem"
            maxLength={80}
            value={other}
            onChange={(e) => setOther(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' || !other.trim()) return;
              e.preventDefault();
              e.stopPropagation();
              add(other.trim());
              setOther('');
            }}
          />
        </Flex>
      )}
    </Box>
  );
}

/** The same list on the way back. */
export function GoesBack({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const things = job.brought.things;
  if (things.length === 0) return null;
  const all = things.every((t) => t.back === t.came);
  return (
    <Box as="section" aria-label="What came along">
      <Heading as="h2" size="md" mb="1">
        What came along
      </Heading>
      <Stack as="ul" listStyleType="none" gap="1">
        {things.map((t) => (
          <Flex as="li" key={t.what} gap="3" align="center" wrap="wrap">
            <Text as="span" minW="10rem" overflowWrap="anywhere">
              {t.came > 1 ? `${t.came} × ${t.what}` : t.what}
            </Text>
            <Text as="span" color={t.back === t.came ? 'good' : 'risk'} fontWeight="600" minW="9rem">
              {t.back === t.came
                ? '✓ given back'
                : t.back > 0
                  ? `▲ ${t.came - t.back} still here`
                  : '▲ still here'}
            </Text>
            {!readOnly && (
              <Button
                size="sm"
                variant="outline"
                color="ink"
                aria-label={t.back === t.came ? `${t.what} is still here` : `${t.what} given back`}
                onClick={() =>
                  void change({
                    type: 'NoteThing',
                    what: t.what,
                    back: t.back === t.came ? 0 : t.came > 1 && t.back < t.came - 1 ? t.back + 1 : t.came,
                  })
                }
              >
                {t.back === t.came ? 'It is still here' : t.came === 1 ? 'Goes back' : 'One goes back'}
              </Button>
            )}
          </Flex>
        ))}
      </Stack>
      {!readOnly && (
        <Flex mt="2">
          <Press
            variant="outline"
            color="ink"
            lacks={all && 'All of it is given back.'}
            onClick={() => void change({ type: 'GiveBack' })}
          >
            All of it goes back
          </Press>
        </Flex>
      )}
    </Box>
  );
}
