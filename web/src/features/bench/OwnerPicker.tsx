import { Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { type Ref, useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { ComboBox } from '../../parts/ComboBox';
import { day } from '../../parts/times';

type Owner = Schemas['OwnerView'];
const MOST = 6;

/** What is proposed: each owner once where the machine is chosen, else each with the machines they brought. */
export function proposed(owners: Owner[], machineId: string): Owner[] {
  const here = machineId
    ? [...owners.filter((o) => o.machineId === machineId), ...owners.filter((o) => o.machineId !== machineId)]
    : owners;
  const once = machineId ? here.filter((o, i) => here.findIndex((p) => p.owner === o.owner) === i) : here;
  return once.slice(0, MOST);
}

/** Whose a machine is: any name, and those that are known proposed with what they brought. */
export function OwnerPicker({
  owner,
  machineId,
  onOwner,
  onKnown,
  autoFocus,
  field,
}: {
  owner: string;
  machineId: string;
  onOwner: (owner: string) => void;
  onKnown: (known: Owner) => void;
  autoFocus?: boolean;
  field?: Ref<HTMLInputElement>;
}) {
  const [asking, setAsking] = useState(false);
  const text = owner.trim();
  const owners = useQuery({
    queryKey: ['owners', text],
    queryFn: () => api.get<Owner[]>(`/api/owners?text=${encodeURIComponent(text)}`),
    enabled: asking && text !== '',
    placeholderData: (before) => before,
  });
  const hits = asking && text !== '' ? proposed(owners.data ?? [], machineId) : [];
  return (
    <ComboBox
      label="Whose it is"
      text={owner}
      open={hits.length > 0}
      hits={hits}
      keyOf={(o) => `${o.owner}\n${o.machineId}`}
      show={(o) => (
        <>
          <Text fontWeight="700">{o.owner}</Text>
          <Text fontSize="sm" color="quiet">
            {o.machine}, {day(o.last)}
          </Text>
        </>
      )}
      onType={(next) => {
        setAsking(true);
        onOwner(next);
      }}
      onTake={(o) => {
        setAsking(false);
        onKnown(o);
      }}
      onEscape={() => setAsking(false)}
      onLeave={() => setAsking(false)}
      free
      maxLength={200}
      autoFocus={autoFocus}
      field={field}
    />
  );
}
