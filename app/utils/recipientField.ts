import type RecipientField from '~/components/desk/RecipientField.vue';

let coming: Promise<typeof RecipientField> | null = null;

/**
 * The field of recipients, fetched when it is first wanted. From then on it is there at once: import() says what it has only
 * after the frame that is being made.
 */
export function recipientField(): Promise<typeof RecipientField> {
  coming ??= import('~/components/desk/RecipientField.vue').then(
    (module) => module.default,
    (error) => {
      coming = null;
      throw error;
    },
  );
  return coming;
}
