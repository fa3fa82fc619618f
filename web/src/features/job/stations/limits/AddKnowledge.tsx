import { Box, Field, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import type { Schemas } from '../../../../api/client';
import { SelectField } from '../../../../parts/Labelled';
import type { JobView } from '../../api';
import { useLimits } from './api';
import { words } from '../../../../api/words';
import { Press } from '../../../../parts/Hand';

type NewClaim = Schemas['NewClaim'];
type NewTrial = Schemas['NewTrial'];

export const SOURCE: Record<NewClaim['source'], string> = {
  MAKER: 'Maker',
  CONTROLLER: 'Controller',
  FIRMWARE: 'Firmware',
  REPORTED: 'Reported',
  SELLER: 'Seller',
};
export const QUANTITY: Record<NewClaim['quantity'], string> = {
  TOTAL: 'total',
  PER_SLOT: 'per socket',
  DIE_DENSITY: 'die density',
  RANKS_PER_CHANNEL: 'ranks in a channel',
  DATA_RATE: 'data rate',
};
const HINT: Record<NewClaim['quantity'], string> = {
  TOTAL: 'in GB',
  PER_SLOT: 'in GB',
  DIE_DENSITY: 'in Gbit',
  RANKS_PER_CHANNEL: 'a number',
  DATA_RATE: 'in MT/s',
};
const CAUSES: [NewTrial['cause'], string][] = [
  ['NOT_CONFIRMED', words['word.NOT_CONFIRMED']],
  ['KIND_ABOVE_LIMIT', words['word.KIND_ABOVE_LIMIT']],
  ['KINDS_TOGETHER', words['word.KINDS_TOGETHER']],
  ['ORDER', words['word.ORDER']],
  ['BAD_MODULE', words['word.BAD_MODULE']],
  ['SOCKET', 'a socket'],
  ['SEATING', 'seating'],
  ['POWER', 'power'],
  ['SETTINGS', 'settings'],
];

const pairs = <K extends string>(words: Record<K, string>) => Object.entries(words) as [K, string][];

/** Somebody's word about a ceiling of this model. */
export function AddClaim({ job }: { job: JobView }) {
  const { claim } = useLimits(job);
  const empty = { source: 'MAKER', quantity: 'TOTAL', value: '', where: '', firmware: '' } as const;
  const [fields, setFields] = useState<NewClaim>(empty);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    claim.mutate(
      { ...fields, firmware: fields.firmware || undefined },
      { onSuccess: () => setFields({ ...empty, source: fields.source }) },
    );
  };
  const text = (key: 'value' | 'where' | 'firmware') => ({
    value: fields[key] ?? '',
    onChange: (e: { target: { value: string } }) => setFields({ ...fields, [key]: e.target.value }),
  });
  return (
    <Box as="section" aria-label="Add a claim" flex="1" minW="18rem">
      <Heading as="h2" size="md" mb="2">
        Add a claim
      </Heading>
      <form onSubmit={submit}>
        <Stack gap="2">
          <SelectField
            label="Who says it"
            value={fields.source}
            options={pairs(SOURCE)}
            onChange={(v) => setFields({ ...fields, source: v as NewClaim['source'] })}
          />
          <SelectField
            label="About"
            value={fields.quantity}
            options={pairs(QUANTITY)}
            onChange={(v) => setFields({ ...fields, quantity: v as NewClaim['quantity'] })}
          />
          <Field.Root>
            <Field.Label fontWeight="600">{`Figure, ${HINT[fields.quantity]}`}</Field.Label>
            <Input {...text('value')} />
          </Field.Root>
          <Field.Root>
            <Field.Label fontWeight="600">Where it stands</Field.Label>
            <Input {...text('where')} placeholder="Data sheet, page; a bench; a list" />
          </Field.Root>
          <Field.Root>
            <Field.Label fontWeight="600">Only from this firmware on, if so</Field.Label>
            <Input {...text('firmware')} />
          </Field.Root>
          {claim.isError && (
            <Text role="alert" color="stop">
              Not kept: {claim.error.message}
            </Text>
          )}
          <Press
            type="submit"
            alignSelf="flex-start"
            loading={claim.isPending}
            lacks={
              !fields.value.trim()
                ? 'Say first how much.'
                : !fields.where.trim() && 'Say first where that stands.'
            }
          >
            Add the claim
          </Press>
        </Stack>
      </form>
    </Box>
  );
}

/** More sockets than these are not typed one by one: what is on the table stands for them. */
const MOST_TYPED = 8;

/** What was tried, here or elsewhere: with what that very machine had in it, the plan's modules to begin with. */
export function AddTrial({ job }: { job: JobView }) {
  const { trial } = useLimits(job);
  const [relation, setRelation] = useState<NewTrial['relation']>('THIS_MODEL');
  const [outcome, setOutcome] = useState<NewTrial['outcome']>('PROVEN');
  const [cause, setCause] = useState<NewTrial['cause']>('NOT_CONFIRMED');
  const [machine, setMachine] = useState('');
  const [firmware, setFirmware] = useState('');
  const [processor, setProcessor] = useState(job.intake.processor);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const sockets = job.found.lanes.flatMap((l) => l.blocks).filter((b) => !b.soldered);
  const plan = Object.fromEntries(
    job.modules.filter((m) => m.plannedAt).map((m) => [m.plannedAt!, m.labelLine]),
  );
  const modules = Object.fromEntries(
    Object.entries({ ...plan, ...typed })
      .map(([position, line]) => [position, line.trim()])
      .filter(([, line]) => line !== ''),
  );
  const tried = Object.keys(modules).length > 0;
  const submit = (e: FormEvent) => {
    e.preventDefault();
    trial.mutate({
      relation,
      machine,
      modules,
      firmware: firmware || undefined,
      processor: processor || undefined,
      outcome,
      cause: outcome === 'FAILED' ? cause : 'NONE',
      note: '',
    });
  };
  return (
    <Box as="section" aria-label="Add a trial" flex="1" minW="18rem">
      <Heading as="h2" size="md" mb="2">
        Add a trial
      </Heading>
      <form onSubmit={submit}>
        <Stack gap="2">
          <SelectField
            label="Where"
            value={relation}
            options={[
              ['THIS_MODEL', 'This model, on this bench'],
              ['BOARD_FAMILY', 'A sister model on the same board'],
              ['REPORTED', 'Told from elsewhere, with all its modules'],
            ]}
            onChange={(v) => setRelation(v as NewTrial['relation'])}
          />
          <SelectField
            label="How it went"
            value={outcome}
            options={[
              ['PROVEN', 'It ran, proven'],
              ['PART_PROVEN', 'It ran, seen only'],
              ['FAILED', 'It was refused'],
            ]}
            onChange={(v) => setOutcome(v as NewTrial['outcome'])}
          />
          {outcome === 'FAILED' && (
            <SelectField
              label="Cause, as confirmed"
              value={cause}
              options={CAUSES}
              onChange={(v) => setCause(v as NewTrial['cause'])}
            />
          )}
          {sockets.length <= MOST_TYPED ? (
            sockets.map((b) => (
              <Field.Root key={b.position}>
                <Field.Label fontWeight="600">What it had in {b.label}, by its label line</Field.Label>
                <Input
                  fontFamily="mono"
                  value={typed[b.position] ?? plan[b.position] ?? ''}
                  placeholder="empty"
                  onChange={(e) => setTyped({ ...typed, [b.position]: e.target.value })}
                />
              </Field.Root>
            ))
          ) : (
            <Text color="quiet">It had what is planned here.</Text>
          )}
          <Field.Root>
            <Field.Label fontWeight="600">
              {relation === 'THIS_MODEL'
                ? 'Which machine (serial)'
                : relation === 'BOARD_FAMILY'
                  ? 'Which sister model, and which machine'
                  : 'Who tells it'}
            </Field.Label>
            <Input value={machine} onChange={(e) => setMachine(e.target.value)} />
          </Field.Root>
          <Field.Root>
            <Field.Label fontWeight="600">Firmware it ran with</Field.Label>
            <Input value={firmware} onChange={(e) => setFirmware(e.target.value)} />
          </Field.Root>
          {job.controllers.length > 1 && (
            <SelectField
              label="Processor it ran with"
              value={processor}
              options={[['', 'Not known'], ...job.controllers.map((c): [string, string] => [c, c])]}
              onChange={setProcessor}
            />
          )}
          {trial.isError && (
            <Text role="alert" color="stop">
              Not kept: {trial.error.message}
            </Text>
          )}
          <Press
            type="submit"
            alignSelf="flex-start"
            loading={trial.isPending}
            lacks={!tried ? 'Say first what was tried.' : !machine.trim() && 'Say first in which machine.'}
          >
            Add the trial
          </Press>
          {!tried && <Text color="quiet">Type what it had in it, or put the layout on the table.</Text>}
        </Stack>
      </form>
    </Box>
  );
}
