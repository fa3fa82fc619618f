import { Flex, RadioGroup, Text } from '@chakra-ui/react';

/** One of a few answers, all in sight in one row beside the question; big enough for a thumb. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  disabled,
  labelWidth = '11rem',
  above = false,
}: {
  label: string;
  /** Undefined: nobody has said. */
  value: T | undefined;
  options: [T, string][];
  onChange: (value: T) => void;
  disabled?: boolean;
  labelWidth?: string;
  /** The label stands above, as that of a text beside it does. */
  above?: boolean;
}) {
  return (
    <RadioGroup.Root
      value={value ?? null}
      onValueChange={(e) => e.value && onChange(e.value as T)}
      disabled={disabled}
      colorPalette="heather"
    >
      <Flex
        gap={above ? '1.5' : { base: '1', md: '3' }}
        align={above ? undefined : { md: 'center' }}
        direction={above ? 'column' : { base: 'column', md: 'row' }}
      >
        <RadioGroup.Label asChild>
          <Text fontWeight="600" width={above ? undefined : { md: labelWidth }} flexShrink="0">
            {label}
          </Text>
        </RadioGroup.Label>
        <Flex
          wrap="wrap"
          bg="panel"
          borderWidth="1px"
          borderColor="line"
          borderRadius="md"
          p="0.5"
          gap="0.5"
          width="fit-content"
        >
          {options.map(([key, text]) => (
            <RadioGroup.Item
              key={key}
              value={key}
              bg={value === key ? 'accentSoft' : undefined}
              borderRadius="sm"
              px="3"
              minH="2.25rem"
              gap="1"
              cursor="pointer"
            >
              <RadioGroup.ItemHiddenInput />
              <RadioGroup.ItemText
                fontWeight={value === key ? '700' : '400'}
                textDecoration={value === key ? 'underline' : undefined}
                textUnderlineOffset="3px"
              >
                {text}
              </RadioGroup.ItemText>
            </RadioGroup.Item>
          ))}
        </Flex>
      </Flex>
    </RadioGroup.Root>
  );
}
