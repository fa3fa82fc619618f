import { Box, Field, Flex, Grid, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { EVERYWHERE, Keys } from '../../parts/keys';
import { dayAndClock } from '../../parts/times';
import type { Account } from '../session';
import { Keep } from './Keep';
import { WorkForm } from './WorkForm';

type House = Schemas['HouseView'];
type Question = Schemas['QuestionView'];

/** The questions on which good technicians disagree, with the school this shop follows; its terms; its kinds of work. */
export function HousePage({ account }: { account: Account }) {
  const house = useQuery({ queryKey: ['house'], queryFn: () => api.get<House>('/api/house') });
  const writes = account.role === 'LEAD';
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="72rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl" mb="1">
        House rules
      </Heading>
      <Text color="quiet" mb="4">
        What decides which layout is recommended, the order of steps, and what is proof enough. The lead
        chooses, with a reason.
      </Text>
      {house.isError && (
        <Text role="alert" color="stop">
          {house.error.message}
        </Text>
      )}
      {house.data && (
        <Stack gap="4">
          {house.data.questions.map((q) => (
            <One key={q.id} question={q} house={house.data} writes={writes} />
          ))}
          <TermsForm house={house.data} writes={writes} />
          <LetterheadForm house={house.data} writes={writes} />
          <KeepingForm house={house.data} writes={writes} />
          <WorkForm house={house.data} writes={writes} />
          <History name="Changes of the rules" changes={house.data.rulesHistory} />
          <History name="Changes of the terms" changes={house.data.termsHistory} />
          <History name="Changes of the kinds of work" changes={house.data.workHistory} />
        </Stack>
      )}
    </Box>
  );
}

function One({ question: q, house, writes }: { question: Question; house: House; writes: boolean }) {
  const [wanted, setWanted] = useState<string>();
  return (
    <Box as="fieldset">
      <Text as="legend" fontWeight="700" mb="1">
        {q.text}
      </Text>
      <Stack gap="1">
        {q.schools.map((s) => {
          const on = (wanted ?? q.chosen) === s.id;
          return (
            <Flex
              key={s.id}
              as="label"
              gap="3"
              px="3"
              py="1.5"
              bg={on ? 'accentSoft' : 'panel'}
              borderRadius="md"
              align="baseline"
              cursor={writes ? 'pointer' : 'default'}
            >
              <input
                type="radio"
                name={q.id}
                checked={on}
                disabled={!writes}
                onChange={() => setWanted(s.id === q.chosen ? undefined : s.id)}
              />
              <Text as="span" fontWeight={on ? '700' : '400'}>
                {s.name}
                {s.usual && (
                  <Text as="span" color="quiet" fontWeight="400">
                    {' '}
                    (as shipped)
                  </Text>
                )}
              </Text>
              <Text as="span" color="quiet" fontSize="sm" flex="1">
                {s.reason}
              </Text>
            </Flex>
          );
        })}
      </Stack>
      {wanted && (
        <Keep
          path="/api/house/rules"
          what={{ expectedVersion: house.rulesVersion, school: wanted }}
          button="Follow this from now on"
          onKept={() => setWanted(undefined)}
          onLeave={() => setWanted(undefined)}
        />
      )}
    </Box>
  );
}

function TermsForm({ house, writes }: { house: House; writes: boolean }) {
  const [terms, setTerms] = useState(house.terms);
  const [begun, setBegun] = useState(house.termsVersion);
  const show = (now: House) => {
    setTerms(now.terms);
    setBegun(now.termsVersion);
  };
  const changed = JSON.stringify(terms) !== JSON.stringify(house.terms);
  const number = (label: string, value: number, set: (v: number) => void) => (
    <Field.Root disabled={!writes}>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input type="number" step="any" value={value} onChange={(e) => set(Number(e.target.value) || 0)} />
    </Field.Root>
  );
  const money = (label: string, value: string, set: (v: string) => void) => (
    <Field.Root disabled={!writes}>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input value={value} onChange={(e) => set(e.target.value)} />
    </Field.Root>
  );
  return (
    <Box as="section" aria-label="Terms">
      <Heading as="h2" size="lg" mb="2">
        Terms
      </Heading>
      <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(3, 1fr)' }} gap="3">
        {money('Currency', terms.currency, (v) => setTerms({ ...terms, currency: v }))}
        {money('Labour for an hour', terms.labourPerHour, (v) => setTerms({ ...terms, labourPerHour: v }))}
        {number('Owners pay whole steps of, minutes', terms.labourStepMinutes, (v) =>
          setTerms({ ...terms, labourStepMinutes: Math.round(v) }),
        )}
        {money('A pack that goes back costs', terms.handling, (v) => setTerms({ ...terms, handling: v }))}
        {number('Left of the price of what cannot go back, %', terms.resalePermille / 10, (v) =>
          setTerms({ ...terms, resalePermille: Math.round(v * 10) }),
        )}
        <Box alignSelf="end">
          <label>
            <input
              type="checkbox"
              checked={terms.takesPulled}
              disabled={!writes}
              onChange={(e) => setTerms({ ...terms, takesPulled: e.target.checked })}
            />{' '}
            What comes out is taken over, as a like piece of the drawer is booked
          </label>
        </Box>
        {number('Tax, %', terms.taxPermille / 10, (v) =>
          setTerms({ ...terms, taxPermille: Math.round(v * 10) }),
        )}
      </Grid>
      {writes && changed && (
        <Keep
          path="/api/house/terms"
          what={{ expectedVersion: begun, terms }}
          button="Keep these terms"
          onKept={show}
          onLeave={() => show(house)}
        />
      )}
    </Box>
  );
}

/** What stands at the head of report, slip and return slip: typed once. */
function LetterheadForm({ house, writes }: { house: House; writes: boolean }) {
  const [head, setHead] = useState(house.letterhead);
  const [begun, setBegun] = useState(house.letterheadVersion);
  const show = (now: House) => {
    setHead(now.letterhead);
    setBegun(now.letterheadVersion);
  };
  const changed = JSON.stringify(head) !== JSON.stringify(house.letterhead);
  const field = (label: string, key: keyof typeof head, most: number) => (
    <Field.Root disabled={!writes}>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input
        value={head[key]}
        maxLength={most}
        onChange={(e) => setHead({ ...head, [key]: e.target.value })}
      />
    </Field.Root>
  );
  return (
    <Box as="section" aria-label="Head of the papers">
      <Heading as="h2" size="lg" mb="2">
        Head of the papers
      </Heading>
      <Grid templateColumns={{ base: '1fr', md: '2fr 7rem 3fr' }} gap="3">
        {field("The shop's name", 'name', 80)}
        {field('Mark, letters', 'mark', 4)}
        {field('Where it is, how it is reached', 'address', 160)}
      </Grid>
      {writes && changed && (
        <Keep
          path="/api/house/letterhead"
          what={{ expectedVersion: begun, letterhead: head }}
          button="Keep this head"
          onKept={show}
          onLeave={() => show(house)}
        />
      )}
    </Box>
  );
}

/** How long what is somebody's own stays. */
function KeepingForm({ house, writes }: { house: House; writes: boolean }) {
  const [months, setMonths] = useState(String(house.keeping.contactMonths));
  const changed = months.trim() !== '' && Number(months) !== house.keeping.contactMonths;
  return (
    <Box as="section" aria-label="What is kept, and how long">
      <Heading as="h2" size="lg" mb="2">
        What is kept, and how long
      </Heading>
      <Field.Root disabled={!writes} maxW="24rem">
        <Field.Label fontWeight="600">Contacts of owners after hand back, months</Field.Label>
        <Input type="number" min={1} max={120} value={months} onChange={(e) => setMonths(e.target.value)} />
        <Field.HelperText>What is due stands under Upkeep, where the lead erases it.</Field.HelperText>
      </Field.Root>
      {writes && changed && (
        <Keep
          path="/api/house/keeping"
          what={{
            expectedVersion: house.keepingVersion,
            keeping: { contactMonths: Math.round(Number(months)) },
          }}
          button="Keep this term"
          onKept={(next) => setMonths(String(next.keeping.contactMonths))}
          onLeave={() => setMonths(String(house.keeping.contactMonths))}
        />
      )}
    </Box>
  );
}

function History({ name, changes }: { name: string; changes: House['rulesHistory'] }) {
  if (changes.length === 0) return null;
  return (
    <Box as="section" aria-label={name}>
      <Heading as="h2" size="md" mb="1">
        {name}
      </Heading>
      <Stack as="ul" listStyleType="none" gap="0">
        {changes.map((c) => (
          <Text as="li" key={c.version}>
            {dayAndClock(c.at)}, {c.by}: {c.reason}
          </Text>
        ))}
      </Stack>
    </Box>
  );
}
