import { Button, type ButtonProps } from '@chakra-ui/react';
import { useRef } from 'react';

/**
 * A button behind which files are chosen. The field is emptied each time, so that the same file, mended meanwhile, can be chosen
 * again.
 *
 * @param what the files that are meant, for who hears the page
 * @param accept kinds of files, as the attribute of that name has them
 * @param camera a picture is taken for it, where the device has a camera
 */
export function ChooseFile({
  what,
  accept,
  multiple,
  camera,
  onChosen,
  variant = 'outline',
  ...button
}: {
  what: string;
  accept?: string;
  multiple?: boolean;
  camera?: boolean;
  onChosen: (files: File[]) => void;
} & ButtonProps) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={field}
        type="file"
        hidden
        aria-label={what}
        accept={accept}
        multiple={multiple}
        capture={camera ? 'environment' : undefined}
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          if (files.length > 0) onChosen(files);
        }}
      />
      <Button
        variant={variant}
        color={variant === 'outline' ? 'ink' : undefined}
        {...button}
        onClick={() => field.current?.click()}
      />
    </>
  );
}
