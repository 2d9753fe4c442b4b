import type { Handling } from '#shared/schemas/draft';

/** What is done once a message has left, a sentence each; nothing where it is as usual. */
export function handlingWords({ importance, again, why, filed, done }: Handling): string[] {
  return [
    importance && t(importance === 'high' ? 'handling.important' : 'handling.notUrgent'),
    filed && t(filed === 'archive' ? 'handling.toArchive' : 'handling.toTrash'),
    done === false && t('handling.staysOpen'),
    done === true && t('handling.isDone'),
    again && (why ? t('handling.againWhy', { day: onDay(again), why }) : t('handling.again', { day: onDay(again) })),
  ].filter((words) => typeof words === 'string' && words !== '') as string[];
}
