import { Box, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { changesOf, handIn } from '../../../../api/told';
import { Choice } from '../../../../parts/Choice';
import { SelectField, TextBox, TextField } from '../../../../parts/Labelled';
import { PaperLink } from '../../../../parts/PaperLink';
import type { JobView } from '../../api';
import { useOperatingSystems } from './api';
import { Contact } from './Contact';
import { Photos } from './Photos';
import type { StationProps } from '../shared/props';
import { CameAlong } from '../shared/Along';
import { Measured } from '../shared/Measured';
import { PasteReadout } from '../shared/PasteReadout';
import { ReadoutFields } from '../shared/ReadoutFields';

type Intake = JobView['intake'];

export const SEALS: [Intake['seal'], string][] = [
  ['NOT_LOOKED', 'Not looked yet'],
  ['NONE', 'No seal'],
  ['PRESENT_NOT_ASKED', 'Seal, owner not asked'],
  ['OWNER_AGREES', 'Owner agrees'],
  ['OWNER_REFUSES', 'Owner refuses'],
  ['NOT_KNOWN', 'Not known'],
];

export const BATTERIES: [Intake['battery'], string][] = [
  ['NOT_LOOKED', 'Not looked yet'],
  ['NONE_FITTED', 'No battery'],
  ['GOOD', 'Good'],
  ['WORN', 'Worn'],
  ['SWOLLEN', 'Swollen'],
  ['MADE_SAFE', 'Made safe'],
  ['NOT_KNOWN', 'Not known'],
];

const KEYS: [Intake['encryption'], string][] = [
  ['NOT_ASKED', 'Not asked yet'],
  ['NOT_ENCRYPTED', 'Not encrypted'],
  ['ENCRYPTED', 'Encrypted, key not asked'],
  ['KEY_AT_HAND', 'Key at hand'],
  ['KEY_MISSING', 'Key missing'],
  ['OWNER_ACCEPTS', 'Missing, owner accepts'],
  ['NOT_KNOWN', 'Not known'],
];

const SETTINGS: [Intake['firmwareSettings'], string][] = [
  ['NOT_ASKED', 'Not looked yet'],
  ['NOTED', 'Noted'],
  ['DEFAULTS', 'As the maker set them'],
  ['CANNOT_ENTER', 'Cannot get in'],
  ['NOT_KNOWN', 'Not known'],
];

const WAYS_IN: [Intake['wayIn'], string][] = [
  ['NOT_ASKED', 'Not asked yet'],
  ['OWNER_PRESENT', 'Owner signs in'],
  ['TEMPORARY_ACCOUNT', 'Temporary account'],
  ['OWN_START_STICK', 'Our start stick'],
  ['NONE', 'No way in'],
  ['NOT_KNOWN', 'Not known'],
];

export function TakeInStation({ job, change, readOnly }: StationProps) {
  const systems = useOperatingSystems();
  const intake = job.intake;
  type Answers = Partial<Intake> & { owner?: string; wish?: string };
  const answer = (part: Answers, refused?: (why: string) => void) =>
    void change({ type: 'AnswerIntake', ...part }, refused);
  const [told, setTold] = useState<{ text: string; good: boolean }>();
  /** One file of the system: what was read of the memory goes to Read, what it answers stands here. */
  const takeAll = async (name: string, content: Blob) => {
    setTold(undefined);
    try {
      const kept = await handIn(job.id, name, content);
      for (const next of changesOf(kept, job.before)) await change(next);
      const left = kept.unread.length > 0 ? ` Not read: ${kept.unread.join('; ')}.` : '';
      setTold({
        text: `✓ What it says of the memory is under Read. ${kept.told.join(' ')}${left}`,
        good: true,
      });
    } catch (e) {
      setTold({ text: e instanceof Error ? e.message : String(e), good: false });
    }
  };
  const key = (field: string) => `${job.id}:${field}`;
  return (
    <Stack gap="4">
      <Grid templateColumns={{ base: '1fr', md: '1fr 2fr 10rem 1fr' }} gap="3">
        <TextField
          label="Whose it is"
          value={job.order.owner}
          draftKey={key('owner')}
          onCommit={(owner, refused) => answer({ owner }, refused)}
          disabled={readOnly}
        />
        <TextBox
          label="What they want, in their words"
          value={job.order.wish}
          draftKey={key('wish')}
          onCommit={(wish, refused) => answer({ wish }, refused)}
          disabled={readOnly}
        />
        <TextField
          label="Promised for"
          type="date"
          value={job.order.promised ?? ''}
          draftKey={key('promised')}
          onCommit={(promised, refused) => void change({ type: 'NoteOrder', promised }, refused)}
          disabled={readOnly}
        />
        <TextField
          label="Where it is, if not here"
          value={job.order.away ?? ''}
          draftKey={key('away')}
          onCommit={(away, refused) => void change({ type: 'NoteOrder', away }, refused)}
          disabled={readOnly}
        />
      </Grid>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="3" alignItems="start">
        <TextField
          label="Serial number of the machine"
          value={job.brought.serial}
          draftKey={key('serial')}
          onCommit={(serial, refused) => void change({ type: 'NoteSerial', serial }, refused)}
          disabled={readOnly}
          help="as its sticker has it; the job is found by it"
        />
        <Contact job={job} readOnly={readOnly} />
      </Grid>
      <CameAlong job={job} change={change} readOnly={readOnly} />
      <PaperLink href={`/api/jobs/${job.id}/ticket.pdf`}>Ticket for owner and machine, as PDF</PaperLink>
      <Flex gap="6" wrap="wrap" align="end">
        <Box width="20rem" maxW="full">
          <SelectField
            label="Operating system"
            value={intake.operatingSystem ?? ''}
            options={[
              ['', 'Not known'],
              ...(systems.data ?? []).map<[string, string]>((os) => [os.id, os.name]),
            ]}
            onChange={(operatingSystem) => answer({ operatingSystem })}
            disabled={readOnly}
          />
        </Box>
        <Choice
          label="Word size"
          labelWidth="auto"
          value={String(intake.wordBits ?? '')}
          options={[
            ['', 'Not known'],
            ['32', '32 bit'],
            ['64', '64 bit'],
          ]}
          onChange={(bits) => answer({ wordBits: Number(bits) })}
          disabled={readOnly}
        />
      </Flex>
      <Choice
        label="Warranty seal"
        value={intake.seal}
        options={SEALS}
        onChange={(seal) => answer({ seal })}
        disabled={readOnly}
      />
      <Choice
        label="Battery"
        value={intake.battery}
        options={BATTERIES}
        onChange={(battery) => answer({ battery })}
        disabled={readOnly}
      />
      <Choice
        label="Drive encrypted, and its recovery key"
        value={intake.encryption}
        options={KEYS}
        onChange={(encryption) => answer({ encryption })}
        disabled={readOnly}
      />
      <Choice
        label="Firmware settings"
        value={intake.firmwareSettings}
        options={SETTINGS}
        onChange={(firmwareSettings) => answer({ firmwareSettings })}
        disabled={readOnly}
      />
      <Choice
        label="How the bench gets in to verify (no password is kept)"
        value={intake.wayIn}
        options={WAYS_IN}
        onChange={(wayIn) => answer({ wayIn })}
        disabled={readOnly}
      />
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr 2fr' }} gap="3">
        <TextField
          label="Firmware version"
          value={intake.firmwareVersion}
          draftKey={key('firmwareVersion')}
          onCommit={(firmwareVersion, refused) => answer({ firmwareVersion }, refused)}
          disabled={readOnly}
          help="as its first screen shows it"
        />
        {job.controllers.length > 1 ? (
          <SelectField
            label="Processor fitted"
            value={
              job.controllers.find((c) => c.toLowerCase() === intake.processor.toLowerCase()) ??
              intake.processor
            }
            options={[
              ['', 'Not known'],
              ...job.controllers.map((c): [string, string] => [c, c]),
              ...(intake.processor &&
              !job.controllers.some((c) => c.toLowerCase() === intake.processor.toLowerCase())
                ? [[intake.processor, `${intake.processor}: not in the record`] as [string, string]]
                : []),
            ]}
            onChange={(processor) => answer({ processor })}
            disabled={readOnly}
          />
        ) : (
          <TextField
            label="Processor fitted"
            value={intake.processor}
            draftKey={key('processor')}
            onCommit={(processor, refused) => answer({ processor }, refused)}
            disabled={readOnly}
            help="as its first screen shows it"
          />
        )}
        <TextBox
          label="What did not work before"
          value={intake.faultsBefore}
          draftKey={key('faultsBefore')}
          onCommit={(faultsBefore, refused) => answer({ faultsBefore }, refused)}
          disabled={readOnly}
        />
      </Grid>
      <TextBox
        label="Condition, as it came"
        value={intake.condition}
        draftKey={key('condition')}
        onCommit={(condition, refused) => answer({ condition }, refused)}
        disabled={readOnly}
      />
      <Photos job={job} change={change} readOnly={readOnly} />
      <Box as="section" aria-label="Readings before anything is changed">
        <Heading as="h2" size="md" mb="2">
          Readings before anything is changed
        </Heading>
        {!readOnly && (
          <Box mb="2">
            <PasteReadout
              id={`paste-${job.id}`}
              anywhere
              onTake={(readings) => void change({ type: 'EnterReadout', phase: 'BEFORE', readings })}
              onOneFile={(name, content) => void takeAll(name, content)}
            />
            {told && (
              <Text role={told.good ? 'status' : 'alert'} color={told.good ? 'good' : 'stop'} mt="1">
                {told.text}
              </Text>
            )}
          </Box>
        )}
        <ReadoutFields
          value={job.before}
          disabled={readOnly}
          withTest={false}
          draftKey={key('before')}
          onChange={(readings, refused) =>
            void change({ type: 'EnterReadout', phase: 'BEFORE', readings }, refused)
          }
        />
        <Measured job={job} change={change} readOnly={readOnly} phase="BEFORE" />
      </Box>
    </Stack>
  );
}
