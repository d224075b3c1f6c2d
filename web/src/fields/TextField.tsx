import type { ReactNode } from 'react';
import { TypedField } from './TypedField.tsx';

interface Props {
  readonly label: string;
  readonly value: string;
  /** Throws while the text cannot be taken. */
  readonly check?: (text: string) => void;
  readonly also?: ReactNode;
  readonly narrow?: boolean;
  readonly maxLength?: number;
  readonly onCommit: (value: string) => boolean;
}

/** A field for text without spaces around it. */
export function TextField({ value, check, onCommit, ...rest }: Props) {
  return (
    <TypedField
      {...rest}
      written={value}
      parse={(text) => {
        check?.(text);
        return text.trim();
      }}
      onCommit={(text) => text === value || onCommit(text)}
    />
  );
}
