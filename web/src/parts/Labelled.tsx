import { Field, Flex, Input, NativeSelect, Text, Textarea } from '@chakra-ui/react';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useLatest } from './latest';
import { readDraft, writeDraft } from './drafts';

/** Called with what was typed, and with a way to say why it was not taken. */
export type Commit = (value: string, onRefused: (message: string) => void) => void;

type Common = {
  label: string;
  value: string;
  onCommit: Commit;
  help?: string;
  disabled?: boolean;
  error?: string;
  /** Under what name a text that is not kept yet outlives the page. */
  draftKey?: string;
};

/**
 * A text that is kept by itself: shortly after the last key, and when the field is left. While somebody types here, what comes
 * from the server does not overwrite it. What is refused stays in its field, with the reason.
 */
function useDraft(value: string, onCommit: Commit, draftKey?: string) {
  const [draft, setDraft] = useState(() => readDraft(draftKey) ?? value);
  const [refused, setRefused] = useState<{ text: string; why: string }>();
  const editing = useRef(draft !== value);
  const commit = useLatest(onCommit);
  // What is kept may be written otherwise than it was typed ("2" is 2 GB): for that the same text is not sent again.
  const sent = useRef<{ text: string; answered: boolean }>(undefined);
  const send = (text: string) => {
    sent.current = { text, answered: false };
    commit.current(text, (why) => {
      editing.current = true;
      setDraft(text);
      setRefused({ text, why });
    });
  };
  useEffect(() => {
    if (sent.current) sent.current.answered = true;
    if (!editing.current) setDraft(value);
  }, [value]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: sending reads what is current by itself
  useEffect(() => {
    writeDraft(draftKey, draft === value ? undefined : draft);
    if (!editing.current || draft === value || draft === sent.current?.text || refused?.text === draft)
      return;
    const timer = setTimeout(() => send(draft), 900);
    return () => clearTimeout(timer);
  }, [draft, value, draftKey, refused]);
  // What is typed is kept also where the field goes before it is left: nobody leaves it, and no time runs out for it, any more.
  const unsent = useRef<string>(undefined);
  useLayoutEffect(() => {
    unsent.current =
      editing.current && draft !== value && draft !== sent.current?.text && refused?.text !== draft
        ? draft
        : undefined;
  });
  useEffect(
    () => () => {
      if (unsent.current !== undefined) commit.current(unsent.current, () => undefined);
    },
    [],
  );
  return {
    error: refused && refused.text === draft ? refused.why : undefined,
    input: {
      value: draft,
      onChange: (e: { target: { value: string } }) => {
        editing.current = true;
        sent.current = undefined;
        setDraft(e.target.value);
      },
      onBlur: () => {
        if (refused?.text === draft) return;
        editing.current = false;
        if (draft !== sent.current?.text) {
          if (draft !== value) send(draft);
        } else if (sent.current.answered) setDraft(value);
      },
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
  draftKey,
  type,
  bare,
}: Common & {
  mono?: boolean;
  width?: string;
  type?: 'date';
  /** The label is for screen readers: a head above the column says the same to the eye. */
  bare?: boolean;
}) {
  const draft = useDraft(value, onCommit, draftKey);
  const wrong = error ?? draft.error;
  return (
    <Field.Root disabled={disabled} invalid={!!wrong} width={width ?? 'full'}>
      <Field.Label fontWeight="600" srOnly={bare && { base: false, sm: true }}>
        {label}
      </Field.Label>
      <Input {...draft.input} type={type} fontFamily={mono ? 'mono' : undefined} />
      {help && <Field.HelperText color="quiet">{help}</Field.HelperText>}
      {wrong && <Field.ErrorText color="stop">Not kept: {wrong}</Field.ErrorText>}
    </Field.Root>
  );
}

export function TextBox({ label, value, onCommit, disabled, draftKey }: Common) {
  const draft = useDraft(value, onCommit, draftKey);
  return (
    <Field.Root disabled={disabled} invalid={!!draft.error}>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Textarea {...draft.input} rows={2} />
      {draft.error && <Field.ErrorText color="stop">Not kept: {draft.error}</Field.ErrorText>}
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

/** A short field with its name before it; what is typed counts when it is left, or at Enter. */
export function Small({
  label,
  value,
  onCommit,
  width = '4.5rem',
}: {
  label: string;
  value: string;
  onCommit: (value: string) => void;
  width?: string;
}) {
  return (
    <Flex asChild align="center" gap="1">
      <label>
        <Text as="span" fontSize="sm" color="quiet">
          {label}
        </Text>
        <Input
          key={value}
          size="sm"
          width={width}
          defaultValue={value}
          onBlur={(e) => e.target.value !== value && onCommit(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </label>
    </Flex>
  );
}
