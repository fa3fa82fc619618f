import { Box, Button, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { api, type Schemas } from '../../../../api/client';
import { Choice } from '../../../../parts/Choice';
import { EVERYWHERE, Keys } from '../../../../parts/keys';
import { SelectField, TextField } from '../../../../parts/Labelled';
import { dayAndClock } from '../../../../parts/times';
import { Simulated } from '../../../practice';
import type { Account } from '../../../session';
import { type JobChange, useJob, useJobChanges } from '../../api';
import { Press } from '../../../../parts/Hand';

type Extra = Schemas['ExtraView'];
type How = Schemas['ConsentView']['how'];
const HOW_SAID: Record<How, string> = {
  NOT_SAID: '',
  AT_THE_COUNTER: ', at the counter',
  BY_PHONE: ', by phone',
  IN_WRITING: ', in writing',
};
const ANSWER: Record<Extra['answer'], string> = { NOT_ASKED: 'not asked', YES: 'yes', NO: 'no' };

/** What goes over the counter: proposal, price, days, and the owner's yes. Prints on one page. */
export function SlipPage({ account }: { account: Account }) {
  const id = Number(useParams().id);
  const { change } = useJobChanges(account.login, id);
  const practice = useJob(id).data?.practice;
  const slip = useQuery({
    queryKey: ['slip', id],
    queryFn: () => api.get<Schemas['SlipView']>(`/api/jobs/${id}/slip`),
  });
  const [who, setWho] = useState('');
  const [how, setHow] = useState<string>('NOT_SAID');
  const s = slip.data;
  // Figures are sent together: what was typed a moment ago goes along, whether it has landed yet or not.
  const figures = useRef<Schemas['Worth']>(undefined);
  useEffect(() => {
    figures.current = s?.figures;
  }, [s?.figures]);
  if (slip.isError) {
    return (
      <Text role="alert" p="6" color="stop">
        {slip.error.message}
      </Text>
    );
  }
  if (!s) return <Text p="6">One moment …</Text>;
  const agreed = s.consent?.current;
  const writes = account.role !== 'DESK';
  // What was said changes the slip: it is looked at again once it has landed.
  const kept = async (what: JobChange, refused?: (why: string) => void) => {
    await change(what, refused);
    await slip.refetch();
  };
  const say = (said: Omit<Schemas['CounterSays'], 'type'>, refused?: (why: string) => void) =>
    void kept({ type: 'CounterSays', ...said }, refused);
  const worth = (next: Partial<Schemas['Worth']>, refused?: (why: string) => void) => {
    figures.current = { ...s.figures, ...figures.current, ...next };
    say({ worth: figures.current }, refused);
  };
  const offer = (said: Omit<Schemas['OfferExtra'], 'type'>, refused?: (why: string) => void) =>
    void kept({ type: 'OfferExtra', ...said }, refused);
  return (
    <Box as="main" p={{ base: '3', md: '6' }} maxW="46rem" mx="auto" width="full" css={PRINT}>
      <Keys map={EVERYWHERE} />
      {practice && <Simulated />}
      <Flex gap="3" align="center" mb="4" className="no-print">
        <Button asChild size="sm" variant="outline" color="ink">
          <RouterLink to={`/jobs/${id}/plan`}>Back to the plan</RouterLink>
        </Button>
        <Button size="sm" onClick={() => window.print()}>
          Print
        </Button>
        <Button asChild size="sm" variant="outline" color="ink">
          <a href={`/api/jobs/${id}/slip.pdf`}>As PDF</a>
        </Button>
      </Flex>
      <Heading as="h1" size="2xl">
        {s.machine}
      </Heading>
      <Text>
        Job #{s.job}, for {s.owner}. {s.printed}
      </Text>
      {s.wish && <Text color="quiet">“{s.wish}”</Text>}
      <Grid templateColumns="1fr 1fr" gap="4" my="4">
        <Part name="In it now">
          <Text fontSize="xl" fontWeight="700">
            {s.inIt}
          </Text>
        </Part>
        <Part name="Proposed">
          <Text fontSize="xl" fontWeight="700">
            {s.proposed || 'nothing yet'}
          </Text>
        </Part>
      </Grid>
      {s.proposed && (
        <>
          <Part name="Price">
            <Box as="table" width="full" css={{ '& td': { paddingBlock: '0.2rem' } }}>
              <tbody>
                {s.lines.map((l) => (
                  <tr key={`${l.what}${l.amount}`}>
                    <td>{l.what}</td>
                    <td style={{ textAlign: 'right' }}>{l.amount}</td>
                  </tr>
                ))}
                <tr>
                  <td>
                    <b>Total</b>
                  </td>
                  <td style={{ textAlign: 'right' }}>
                    <b>{s.total ? `${s.currency} ${s.total}` : 'open'}</b>
                  </td>
                </tr>
              </tbody>
            </Box>
            {s.open && <Text>{s.open}</Text>}
          </Part>
          <Grid templateColumns={{ base: '1fr', sm: '1fr 1fr' }} gap="4" my="4">
            <Part name="Ready">
              {s.ready ?? 'open: when all is here nobody has said'}, {s.minutes} minutes of work
            </Part>
            {s.returnUntil && <Part name="Can go back until">{s.returnUntil}</Part>}
            {s.comesOut.length > 0 && <Part name="Comes out, yours">{s.comesOut.join(', ')}</Part>}
            {s.beside.length > 0 && <Part name="Could also be had">{s.beside.join('; ')}</Part>}
          </Grid>
          {s.conditions.length > 0 && (
            <Part name="Before it is bought">
              <ul style={{ paddingInlineStart: '1.2rem' }}>
                {s.conditions.map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </ul>
            </Part>
          )}
        </>
      )}
      {s.worth && <Part name="Worth it">{s.worth}</Part>}
      <Part name="While it is open">
        {writes && (
          <Flex gap="3" color="quiet" fontSize="sm" aria-hidden="true" hideBelow="sm">
            <Text flex="1">Its price, or minutes that are charged as labour</Text>
            <Text width="8rem">Price</Text>
            <Text width="8rem">Minutes</Text>
          </Flex>
        )}
        {s.extras.map((e) => (
          <ExtraRow key={e.extra} extra={e} writes={writes} onOffer={offer} />
        ))}
      </Part>
      <Part name="Please leave alone">
        {writes ? (
          <TextField
            label="What the owner forbids"
            value={s.forbids}
            onCommit={(forbids, refused) => say({ forbids }, refused)}
          />
        ) : (
          <Text>{s.forbids || 'nothing'}</Text>
        )}
        <Flex gap="2" mt="2" wrap="wrap" role="group" aria-label="What a gate holds to">
          {s.bans
            .filter((b) => writes || b.holds)
            .map((b) => (
              <Button
                key={b.ban}
                size="sm"
                variant={b.holds ? 'solid' : 'outline'}
                color={b.holds ? undefined : 'ink'}
                aria-pressed={b.holds}
                disabled={!writes}
                onClick={() =>
                  say({ bans: s.bans.filter((x) => (x.ban === b.ban) !== x.holds).map((x) => x.ban) })
                }
              >
                {b.name}
              </Button>
            ))}
        </Flex>
      </Part>
      {writes && (
        <Box asChild className="no-print">
          <details>
            <Box as="summary" cursor="pointer" fontWeight="600">
              What it is worth, to set beside the price
            </Box>
            <Grid templateColumns={{ base: '1fr', sm: '1fr 1fr' }} gap="3" mt="2">
              {WORTH.map(([key, label]) => (
                <TextField
                  key={key}
                  label={label}
                  value={s.figures[key] ?? ''}
                  onCommit={(v, refused) => worth({ [key]: v || undefined }, refused)}
                />
              ))}
              <TextField
                label="Where these figures come from, and when"
                value={s.figures.source}
                onCommit={(source, refused) => worth({ source }, refused)}
              />
            </Grid>
          </details>
        </Box>
      )}
      <Part name="The owner's yes">
        {agreed && s.consent ? (
          <Text>
            {s.consent.who}
            {HOW_SAID[s.consent.how]}: {s.consent.to}. Noted {dayAndClock(s.consent.at)} by {s.consent.by}.
          </Text>
        ) : (
          <Stack gap="2">
            {account.role !== 'DESK' && s.proposed && (
              <Flex gap="3" align="end" className="no-print">
                <TextField label="Who says yes" value={who} onCommit={(v) => setWho(v)} width="16rem" />
                <Box width="11rem">
                  <SelectField
                    label="How"
                    value={how}
                    options={[
                      ['NOT_SAID', 'Not said'],
                      ['AT_THE_COUNTER', 'At the counter'],
                      ['BY_PHONE', 'By phone'],
                      ['IN_WRITING', 'In writing'],
                    ]}
                    onChange={setHow}
                  />
                </Box>
                <Press
                  lacks={!who.trim() && 'Write first who said it.'}
                  onClick={() =>
                    void kept({
                      type: 'OwnerAgrees',
                      who,
                      how: how as How,
                      to: s.total
                        ? `${s.proposed} for ${s.currency} ${s.total}`
                        : `${s.proposed}, the price open`,
                    })
                  }
                >
                  Note the yes
                </Press>
              </Flex>
            )}
            <Flex gap="6">
              <Box flex="1" borderBottomWidth="1px" borderColor="edge" height="2rem" />
              <Box width="9rem" borderBottomWidth="1px" borderColor="edge" height="2rem" />
            </Flex>
            <Text fontSize="sm" color="quiet">
              name and date
            </Text>
          </Stack>
        )}
      </Part>
    </Box>
  );
}

const WORTH: ['machine' | 'factory' | 'drive', string][] = [
  ['machine', 'The machine is worth'],
  ['factory', 'The maker asks for as much memory'],
  ['drive', 'A new drive costs'],
];

/** What could be done while it is open: its price, and the owner's answer. */
function ExtraRow({
  extra: e,
  writes,
  onOffer,
}: {
  extra: Extra;
  writes: boolean;
  onOffer: (said: Omit<Schemas['OfferExtra'], 'type'>, refused?: (why: string) => void) => void;
}) {
  // Only what was typed just now: what stands in the other field is its own change.
  const offered = (next: Omit<Schemas['OfferExtra'], 'type' | 'extra'>, refused?: (why: string) => void) =>
    onOffer({ extra: e.extra, ...next }, refused);
  return (
    <Flex gap="3" align="center" wrap="wrap" py="0.5">
      {writes ? (
        <>
          <Box flex="1" minW="16rem">
            <Choice
              label={e.name}
              value={e.answer === 'NOT_ASKED' ? undefined : e.answer}
              options={[
                ['YES', 'Yes'],
                ['NO', 'No'],
              ]}
              onChange={(answer) => offered({ answer })}
            />
          </Box>
          <TextField
            label={`Price: ${e.name}`}
            bare
            value={e.price}
            width="8rem"
            onCommit={(price, refused) => offered({ price }, refused)}
          />
          <TextField
            label={`Minutes: ${e.name}`}
            bare
            value={e.minutes?.toString() ?? ''}
            width="8rem"
            onCommit={(minutes, refused) => offered({ minutes }, refused)}
          />
        </>
      ) : (
        <Text>
          {e.name}: {e.price || (e.minutes ? `by time, ${e.minutes} minutes` : 'price after a look')},{' '}
          {ANSWER[e.answer]}
        </Text>
      )}
    </Flex>
  );
}

const PRINT = {
  '@media print': { '& .no-print': { display: 'none' }, padding: 0, color: '#000' },
};

function Part({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Box as="section" aria-label={name} my="2">
      <Heading as="h2" size="sm" color="quiet">
        {name}
      </Heading>
      <Box>{children}</Box>
    </Box>
  );
}
