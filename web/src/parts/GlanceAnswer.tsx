import { Box, Button, Flex, Grid, Heading, Stack, Table, Text } from '@chakra-ui/react';
import { Findings } from './Findings';
import type { Schemas } from '../api/client';

type GlanceView = Schemas['GlanceView'];

const MARK = { YES: '✓', LIKELY: '≈', OPEN: '?', UNLIKELY: '≈', NO: '✗' } as const;

/** What is in it, bank or socket and how sure, what it can take, what to look at next. */
export function GlanceAnswer({
  glance: g,
  onSay,
}: {
  glance: GlanceView;
  /** Puts the words in place that say what was meant. */
  onSay?: (text: string) => void;
}) {
  return (
    <Stack gap="4" aria-live="polite">
      <Box>
        <Heading as="h2" size="xl" lineHeight="1.25">
          {g.headline}
        </Heading>
        {g.more.map((line) => (
          <Text key={line}>{line}</Text>
        ))}
      </Box>
      {g.question && (
        <Flex gap="3" wrap="wrap" align="center">
          {g.question.text !== g.headline && <Text flex="1 1 20rem">{g.question.text}</Text>}
          {onSay &&
            g.question.choices.map((c) => (
              <Button key={c.says} variant="outline" color="ink" onClick={() => onSay(c.says)}>
                {c.label}
              </Button>
            ))}
        </Flex>
      )}
      <Findings findings={g.findings} />
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="5">
        {g.answers.length > 0 && (
          <Box as="section" aria-label="Bank or socket">
            <Heading as="h3" size="md" mb="1">
              Bank or socket
            </Heading>
            {g.answers.map((a) => (
              <Flex key={a.text} gap="2" align="baseline">
                <Text fontWeight="700" width="1.2em" aria-hidden="true">
                  {MARK[a.sureness]}
                </Text>
                <Text flex="1">{a.text}</Text>
                <Text color="quiet" whiteSpace="nowrap">
                  {a.percent} %
                </Text>
              </Flex>
            ))}
            <Stack as="ul" listStyleType="none" gap="0" mt="2" color="quiet" fontSize="sm">
              {g.shapes.map((s) => (
                <Flex as="li" key={s.name} justify="space-between" gap="3">
                  <span>{s.name}</span>
                  <Text as="span" whiteSpace="nowrap">
                    {s.percent} %
                  </Text>
                </Flex>
              ))}
            </Stack>
          </Box>
        )}
        {g.takes.length > 0 && (
          <Box as="section" aria-label="What it can take">
            <Heading as="h3" size="md" mb="1">
              What it can take
            </Heading>
            <Stack as="ul" listStyleType="none" gap="1">
              {g.takes.map((t) => (
                <Text as="li" key={t.text} color={t.further ? 'quiet' : undefined}>
                  {t.text}
                </Text>
              ))}
            </Stack>
            {g.takes.some((t) => !t.claim) && (
              <Text fontSize="sm" color="quiet" mt="1">
                Common practice, no limit: what other machines of these years took.
              </Text>
            )}
          </Box>
        )}
      </Grid>
      {g.next.length > 0 && (
        <Box as="section" aria-label="What to look at next">
          <Heading as="h3" size="md" mb="1">
            What to look at next
          </Heading>
          <Stack as="ol" gap="1" listStyleType="none">
            {g.next.slice(0, 3).map((n, i) => (
              <Text as="li" key={n.ask} color={i > 0 ? 'quiet' : undefined}>
                {i > 0 && 'or: '}
                <b>{n.text}</b>, about {n.minutes} min: {n.settles}
              </Text>
            ))}
          </Stack>
        </Box>
      )}
      {g.understood.length > 0 && (
        <details>
          <Box as="summary" cursor="pointer" color="quiet">
            How it was read: {g.understood.length} {g.understood.length === 1 ? 'figure' : 'figures'}
          </Box>
          <Box overflowX="auto">
            <Table.Root size="sm">
              <Table.Body>
                {g.understood.map((u) => (
                  <Table.Row key={`${u.line}-${u.text}-${u.meaning}`} bg="transparent">
                    <Table.Cell>{u.meaning}</Table.Cell>
                    <Table.Cell>{u.text}</Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </Box>
        </details>
      )}
    </Stack>
  );
}
