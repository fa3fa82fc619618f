import { NativeSelect } from '@chakra-ui/react';
import type { Schemas } from '../api/client';
import { Small } from './Labelled';

type Fastener = Schemas['Fastener'];

/** What the next screw that is placed is like. */
export type Brush = Pick<Fastener, 'bit' | 'lengthTenths' | 'role'>;

const ROLES: [Fastener['role'], string][] = [
  ['OUT', 'comes out'],
  ['LOOSEN_ONLY', 'loosen only'],
  ['LIFTS_COVER', 'lifts the cover'],
  ['SHARED', 'shared'],
  ['LEAVE_ALONE', 'leave alone'],
];

/** A tenth of a millimetre is what a ruler at the bench tells; nothing typed is not noted. */
export const tenths = (text: string) => Math.round((Number.parseFloat(text.replace(',', '.')) || 0) * 10);

/** Bit, length and what is done with it. */
export function ScrewKind({
  name,
  value,
  onChange,
}: {
  name: string;
  value: Brush;
  onChange: (b: Partial<Brush>) => void;
}) {
  return (
    <>
      <Small label={`bit (${name})`} value={value.bit} onCommit={(bit) => onChange({ bit: bit.trim() })} />
      <Small
        label={`mm (${name})`}
        value={value.lengthTenths ? String(value.lengthTenths / 10) : ''}
        onCommit={(v) => onChange({ lengthTenths: tenths(v) })}
      />
      <NativeSelect.Root size="sm" width="9rem">
        <NativeSelect.Field
          aria-label={`what to do with it (${name})`}
          value={value.role}
          bg="panel"
          onChange={(e) => onChange({ role: e.target.value as Fastener['role'] })}
        >
          {ROLES.map(([role, text]) => (
            <option key={role} value={role}>
              {text}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </>
  );
}
