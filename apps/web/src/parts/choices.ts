// What a setting with a few possible values offers; null for one that is typed.
import type { Form } from '@green-lamp/core/sheet';
import type { Choices } from './Field.tsx';

export const choicesOf = (form: Form): Choices | null =>
  form.is === 'choice'
    ? form.of
    : form.is === 'yesno'
      ? [
          { value: 'yes', label: form.yes },
          { value: 'no', label: form.no },
        ]
      : null;
