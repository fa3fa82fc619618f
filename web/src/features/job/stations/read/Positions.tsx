import { Box, Button, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Choice } from '../../../../parts/Choice';
import type { Change } from '../../api';
import type { EvidenceView } from './api';

export type PositionEvidence = EvidenceView['positions'][number];
type State = NonNullable<PositionEvidence['seen']>;

const STATE: Record<State, string> = {
  ABSENT: 'nothing there',
  EMPTY: 'empty socket',
  FILLED: 'socket with a module',
  SOLDERED: 'soldered bank',
};
const WORD = {
  CONFIRMED: { mark: '✓', text: 'confirmed', color: 'good' },
  LIKELY: { mark: '≈', text: 'likely', color: 'info' },
  OPEN: { mark: '?', text: 'not settled', color: 'info' },
  CONTRADICTED: { mark: '▲', text: 'against the record', color: 'risk' },
} as const;

/** What is really at each position, and how sure that is; one of them is looked at in full below. */
export function Positions({
  positions,
  chosen,
  onChoose,
}: {
  positions: PositionEvidence[];
  chosen: string;
  onChoose: (position: string) => void;
}) {
  return (
    <Box as="section" aria-label="Positions">
      <Heading as="h2" size="md" mb="1">
        What is really there
      </Heading>
      <Grid
        templateColumns="repeat(auto-fill, minmax(13rem, 1fr))"
        gap="2"
        maxH="17rem"
        overflowY="auto"
        p="1"
      >
        {positions.map((p) => {
          const disputed = p.fields.filter((f) => f.contradicted).length;
          return (
            <Button
              key={p.position}
              variant="outline"
              color="ink"
              data-evidence={p.position}
              aria-pressed={p.position === chosen}
              onClick={() => onChoose(p.position)}
              height="auto"
              minH="4.5rem"
              justifyContent="flex-start"
              textAlign="left"
              whiteSpace="normal"
              bg={p.position === chosen ? 'accentSoft' : 'panel'}
              borderColor={p.position === chosen ? 'accent' : 'edge'}
              borderWidth={p.position === chosen ? '2px' : '1px'}
              px="3"
              py="1.5"
            >
              <Box>
                <Text fontWeight="700">{p.label}</Text>
                {p.verdict ? (
                  <Text fontSize="sm" fontWeight="600" color={WORD[p.verdict.word].color}>
                    <span aria-hidden="true">{WORD[p.verdict.word].mark} </span>
                    {STATE[p.verdict.state]}, {WORD[p.verdict.word].text} ({p.verdict.percent}&nbsp;%)
                  </Text>
                ) : (
                  <Text fontSize="sm" color="quiet">
                    {p.soldered ? 'soldered bank' : 'socket'}
                  </Text>
                )}
                {p.line && (
                  <Text fontSize="sm" fontFamily="mono" fontWeight="400" overflowWrap="anywhere">
                    {p.line}
                  </Text>
                )}
                {disputed > 0 && (
                  <Text fontSize="sm" fontWeight="600" color="risk">
                    ≠ {disputed} {disputed === 1 ? 'field' : 'fields'} in dispute
                  </Text>
                )}
              </Box>
            </Button>
          );
        })}
      </Grid>
    </Box>
  );
}

/** What the eye says of a position: a source like the others, and the most reliable for what is in view. */
export function SeenForm({ at, change }: { at: PositionEvidence; change: Change }) {
  const [chips, setChips] = useState(at.chips?.toString() ?? '');
  // biome-ignore lint/correctness/useExhaustiveDependencies: another position begins with what is said of it
  useEffect(() => setChips(at.chips?.toString() ?? ''), [at.chips, at.position]);
  const say = (state: State | 'UNSEEN', count: string, over = at.over) =>
    void change({
      type: 'SayWhatIsSeen',
      position: at.position,
      ...(state === 'UNSEEN' ? {} : { state, ...(over ? { over } : {}) }),
      ...(state !== 'UNSEEN' && /^[1-9][0-9]?$/.test(count) ? { chips: Number(count) } : {}),
    });
  return (
    <Flex as="section" aria-label={`What I see at ${at.label}`} gap="4" wrap="wrap" align="end">
      <Choice<State | 'UNSEEN'>
        label={`What I see at ${at.label}`}
        value={at.seen ?? 'UNSEEN'}
        options={[
          ['UNSEEN', 'Not looked'],
          ['EMPTY', 'Empty socket'],
          ['FILLED', 'Module'],
          ['SOLDERED', 'Soldered'],
          ['ABSENT', 'Nothing'],
        ]}
        onChange={(state) => say(state, chips)}
      />
      {at.seen && (
        <Choice<NonNullable<PositionEvidence['over']>>
          label="What lies over it"
          value={at.over ?? ('' as 'NOTHING')}
          options={[
            ['NOTHING', 'Nothing'],
            ['PLATE', 'A plate'],
            ['TAPE', 'Tape'],
          ]}
          onChange={(over) => say(at.seen!, chips, over)}
        />
      )}
      {(at.seen === 'FILLED' || at.seen === 'SOLDERED') && (
        <Box>
          <label htmlFor="chips-seen">
            <Text fontWeight="600">Chips, both sides</Text>
          </label>
          <Input
            id="chips-seen"
            width="6rem"
            inputMode="numeric"
            value={chips}
            onChange={(e) => setChips(e.target.value)}
            onBlur={() => chips !== (at.chips?.toString() ?? '') && say(at.seen!, chips)}
          />
        </Box>
      )}
    </Flex>
  );
}
