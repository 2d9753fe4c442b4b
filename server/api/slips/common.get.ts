import { commonSlipsOf } from '../../services/commonSlips';

interface Misspellings {
  dictionaryDefinitions: { suggestWords: string[] }[];
}

let slips: ReturnType<typeof commonSlipsOf> | null = null;

/** Common misspellings of English, from `@cspell/dict-en-common-misspellings`. They change with the version only. */
export default ownerHandler(async (event) => {
  if (!slips) {
    const asset = async <T extends string | object>(name: string) => (await useStorage('assets').getItem<T>(name))!;
    const { dictionaryDefinitions } = await asset<Misspellings>('misspellings:dict-en.json');
    const words = String(await asset<string>('words:english.txt')).split('\n');
    slips = commonSlipsOf(dictionaryDefinitions[0]!.suggestWords, words);
  }
  setHeader(event, 'cache-control', 'private, max-age=86400');
  return slips;
});
