import { spokenNames } from '@plumgate/core/languages';
import { TextField } from '../../ui/field.tsx';

/** The language that a copy is to be in, where it is another. */
export const OtherLanguage = ({
  value,
  onChange,
}: {
  value: string;
  onChange: (language: string) => void;
}) => (
  <TextField
    label="Language, if it changes"
    help={`A tag such as es or pt-BR. What pages say by themselves is in ${spokenNames}; what was written on them stays, for you to translate.`}
    maxLength={20}
    value={value}
    onChange={(event) => onChange(event.target.value)}
  />
);
