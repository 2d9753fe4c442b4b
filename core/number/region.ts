/** Currencies of the regions most accounts are in (ISO 4217; common practice). Elsewhere it is chosen in Settings. */
const CURRENCIES: Record<string, string> = {
  GBP: 'GB GG JE IM',
  USD: 'US PR EC SV',
  EUR: 'AT BE BG CY DE EE ES FI FR GR HR IE IT LT LU LV MT NL PT SI SK',
  CHF: 'CH LI',
  SEK: 'SE',
  NOK: 'NO',
  DKK: 'DK',
  PLN: 'PL',
  CZK: 'CZ',
  HUF: 'HU',
  RON: 'RO',
  UAH: 'UA',
  TRY: 'TR',
  AUD: 'AU',
  NZD: 'NZ',
  CAD: 'CA',
  JPY: 'JP',
  CNY: 'CN',
  KRW: 'KR',
  INR: 'IN',
  BRL: 'BR',
  MXN: 'MX',
  ZAR: 'ZA',
  ILS: 'IL',
  AED: 'AE',
  SGD: 'SG',
};

interface WeekInfo {
  weekend: number[];
}

/** What a new account starts with in its region: the currency, and the weekdays off as CLDR has them. */
export function regionDefaults(locale: string): { currency: string; weekdaysOff: number[] } {
  let region: string | undefined;
  let weekend: number[] | undefined;
  try {
    const known = new Intl.Locale(locale).maximize() as Intl.Locale & { weekInfo?: WeekInfo; getWeekInfo?(): WeekInfo };
    region = known.region;
    weekend = (known.getWeekInfo?.() ?? known.weekInfo)?.weekend;
  } catch {
    // Not a locale; Settings says so when it is saved.
  }
  const currency = Object.keys(CURRENCIES).find((code) => CURRENCIES[code]!.split(' ').includes(region ?? ''));
  return { currency: currency ?? 'EUR', weekdaysOff: weekend ?? [6, 7] };
}
