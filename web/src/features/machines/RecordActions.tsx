import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import type { Schemas } from '../../api/client';
import { ChooseFile } from '../../parts/ChooseFile';
import { useChangeQuick, useCopy, useQuickFacts, useRecordFile, useRetire } from './api';
import { Faults } from './Faults';
import { QuickForm } from './QuickForm';
import { Press } from '../../parts/Hand';

type Machine = Schemas['MachineView'];

/** What can be done with a record; rarely wanted things are quiet. */
export function RecordActions({
  id,
  machine,
  writes,
  onDo,
}: {
  id: string;
  machine: Machine;
  writes: boolean;
  onDo: (what: 'edit' | 'copy') => void;
}) {
  const retire = useRetire(id);
  const file = useRecordFile({ id, version: machine.summary.version });
  const path = `/api/machines/${encodeURIComponent(id)}`;
  return (
    <Box mb="4">
      <Flex gap="2" wrap="wrap">
        {writes && machine.quick && <Quiet onClick={() => onDo('edit')}>Change it</Quiet>}
        {writes && (
          <>
            <Button asChild size="sm" variant="outline" color="ink">
              <RouterLink to={`/machines/${encodeURIComponent(id)}/edit`}>Draw the way in</RouterLink>
            </Button>
            <ChooseFile
              size="sm"
              what="Changed record file"
              accept="application/json,.json"
              onChosen={([chosen]) => file.mutate(chosen)}
            >
              New version from a file
            </ChooseFile>
            <Quiet onClick={() => onDo('copy')}>Copy for a sister model</Quiet>
            <Quiet onClick={() => retire.mutate(!machine.summary.retired)}>
              {machine.summary.retired ? 'Offer it again' : 'Retire it'}
            </Quiet>
          </>
        )}
        <Button asChild size="sm" variant="outline" color="ink">
          <a href={`${path}/record`} download>
            Export record (JSON)
          </a>
        </Button>
        <Button
          asChild
          size="sm"
          variant="outline"
          color="ink"
          title="A firmware table in the real format, written here: to try Read with"
        >
          <a href={`${path}/smbios`} download>
            Firmware table to try Read with
          </a>
        </Button>
      </Flex>
      <Faults problem={file.error ?? retire.error} />
    </Box>
  );
}

function Quiet({ onClick, children }: { onClick: () => void; children: string }) {
  return (
    <Button size="sm" variant="outline" color="ink" onClick={onClick}>
      {children}
    </Button>
  );
}

/** The few facts that a record was made of, to be changed; the change is its next version. */
export function EditQuick({ id, onClose }: { id: string; onClose: () => void }) {
  const facts = useQuickFacts(id, true);
  const change = useChangeQuick(id);
  if (!facts.data || facts.isFetching) return <Text mb="3">One moment …</Text>;
  const { quick, version } = facts.data;
  return (
    <>
      <QuickForm
        start={quick}
        title="Change this record"
        action="Keep as the next version"
        pending={change.isPending}
        problem={change.error}
        onSubmit={(next) => change.mutate({ quick: next, expectedVersion: version }, { onSuccess: onClose })}
      >
        <Button variant="ghost" color="ink" onClick={onClose}>
          Cancel
        </Button>
      </QuickForm>
      <Faults problem={change.error} />
    </>
  );
}

export function CopyForm({ id, machine, onClose }: { id: string; machine: Machine; onClose: () => void }) {
  const copy = useCopy(id);
  const navigate = useNavigate();
  const [maker, ...rest] = machine.summary.name.split(' ');
  const [name, setName] = useState({ maker, model: rest.join(' '), variant: '' });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    copy.mutate(name, { onSuccess: (made) => (onClose(), navigate(`/machines/${made.id}`)) });
  };
  return (
    <Box as="section" aria-label="Copy for a sister model" bg="panel" borderRadius="md" p="4" mb="4">
      <Heading as="h2" size="md" mb="2">
        Copy for a sister model
      </Heading>
      <form onSubmit={submit}>
        <Flex gap="3" align="end" wrap="wrap">
          {(['maker', 'model', 'variant'] as const).map((field) => (
            <Box key={field}>
              <label htmlFor={`copy-${field}`}>
                <Text fontWeight="600">{{ maker: 'Maker', model: 'Model', variant: 'Variant' }[field]}</Text>
              </label>
              <Input
                id={`copy-${field}`}
                value={name[field]}
                maxLength={60}
                onChange={(e) => setName({ ...name, [field]: e.target.value })}
              />
            </Box>
          ))}
          <Press
            type="submit"
            loading={copy.isPending}
            lacks={
              !name.maker.trim() ? 'Write its maker first.' : !name.model.trim() && 'Write its model first.'
            }
          >
            Copy
          </Press>
          <Button variant="ghost" color="ink" onClick={onClose}>
            Cancel
          </Button>
        </Flex>
      </form>
      <Faults problem={copy.error} />
    </Box>
  );
}
