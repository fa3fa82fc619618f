import { HStack, RadioGroup, Text } from '@chakra-ui/react';

/** One of a few answers, all in sight; big enough for a thumb. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  disabled,
}: {
  label: string;
  /** Undefined: nobody has said. */
  value: T | undefined;
  options: [T, string][];
  onChange: (value: T) => void;
  disabled?: boolean;
}) {
  return (
    <RadioGroup.Root
      value={value ?? null}
      onValueChange={(e) => e.value && onChange(e.value as T)}
      disabled={disabled}
      colorPalette="heather"
    >
      <RadioGroup.Label asChild>
        <Text fontWeight="600" mb="1">
          {label}
        </Text>
      </RadioGroup.Label>
      <HStack gap="2" wrap="wrap">
        {options.map(([key, text]) => (
          <RadioGroup.Item
            key={key}
            value={key}
            bg="panel"
            borderWidth="1px"
            borderColor={value === key ? 'accent' : 'edge'}
            borderRadius="md"
            px="3"
            minH="2.5rem"
            cursor="pointer"
          >
            <RadioGroup.ItemHiddenInput />
            <RadioGroup.ItemIndicator borderColor="quiet" />
            <RadioGroup.ItemText fontWeight={value === key ? '700' : '400'}>{text}</RadioGroup.ItemText>
          </RadioGroup.Item>
        ))}
      </HStack>
    </RadioGroup.Root>
  );
}
