export default {
  search: 'Search mail',
  where: 'Where',
  everywhere: 'All mail',
  since: 'Since',
  hasFiles: 'With files',
  onlyWith: 'Only with {person}',
  found: 'Messages found',
  none: 'No message has all of these words. Leave some out, or only begin them.',
  searching: 'Searching …',
} as const;
