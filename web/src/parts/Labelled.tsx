import { Field, Input, NativeSelect, Textarea } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';

type Common = {
  label: string;
  value: string;
  onCommit: (value: string) => void;
  help?: string;
  disabled?: boolean;
  error?: string;
};

/**
 * A text that is kept by itself: shortly after the last key, and when the field is left. While somebody types here, what comes
 * from the server does not overwrite it.
 */
function useDraft(value: string, onCommit: (value: string) => void) {
  const [draft, setDraft] = useState(value);
  const editing = useRef(false);
  const commit = useRef(onCommit);
  commit.current = onCommit;
  useEffect(() => {
    if (!editing.current) setDraft(value);
  }, [value]);
  useEffect(() => {
    if (!editing.current || draft === value) return;
    const timer = setTimeout(() => commit.current(draft), 900);
    return () => clearTimeout(timer);
  }, [draft, value]);
  return {
    value: draft,
    onChange: (e: { target: { value: string } }) => {
      editing.current = true;
      setDraft(e.target.value);
    },
    onBlur: () => {
      editing.current = false;
      if (draft !== value) commit.current(draft);
    },
  };
}

export function TextField({
  label,
  value,
  onCommit,
  help,
  disabled,
  error,
  mono,
  width,
}: Common & { mono?: boolean; width?: string }) {
  const draft = useDraft(value, onCommit);
  return (
    <Field.Root disabled={disabled} invalid={!!error} width={width ?? 'full'}>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input {...draft} fontFamily={mono ? 'mono' : undefined} />
      {help && <Field.HelperText color="quiet">{help}</Field.HelperText>}
      {error && <Field.ErrorText color="stop">{error}</Field.ErrorText>}
    </Field.Root>
  );
}

export function TextBox({ label, value, onCommit, disabled }: Common) {
  const draft = useDraft(value, onCommit);
  return (
    <Field.Root disabled={disabled}>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Textarea {...draft} rows={2} />
    </Field.Root>
  );
}

export function SelectField({
  label,
  value,
  options,
  onChange,
  disabled,
}: {
  label: string;
  value: string;
  options: [string, string][];
  onChange: (value: string) => void;
  disabled?: boolean;
}) {
  return (
    <Field.Root disabled={disabled}>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <NativeSelect.Root disabled={disabled}>
        <NativeSelect.Field
          value={value}
          onChange={(e) => onChange(e.target.value)}
          bg="panel"
          borderColor="edge"
        >
          {options.map(([key, text]) => (
            <option key={key} value={key}>
              {text}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  );
}
