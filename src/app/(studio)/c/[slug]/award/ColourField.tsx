import { ColorInput } from '@mantine/core';
import { inks } from '@/core/certificate';

const swatches = Object.values(inks).map(({ value }) => value);

type Props = {
  readonly label: string;
  readonly value: string | null;
  /** Whether it may be none. */
  readonly empty?: string;
  onChange(value: string | null): void;
};

/** A colour of print: one of the inks, or any other as six hexadecimal digits. */
export function ColourField({ label, value, empty, onChange }: Props) {
  return (
    <ColorInput
      label={label}
      format="hex"
      swatches={swatches}
      swatchesPerRow={8}
      eyeDropperButtonProps={{ 'aria-label': `Take the colour from the screen: ${label}` }}
      {...(empty !== undefined && { placeholder: empty })}
      value={value ?? ''}
      onChangeEnd={(next) => {
        const hex = next.trim().toLowerCase();
        if (/^#[0-9a-f]{6}$/.test(hex)) onChange(hex);
        else if (hex === '' && empty !== undefined) onChange(null);
      }}
    />
  );
}
