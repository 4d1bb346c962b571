/** A normalised label, and whether its words say that the thread is spun. */
export interface PlainThreadLabel {
  readonly label: string;
  readonly spun: boolean;
}

/** Words that describe a thread but not its size. */
const SPUN_WORDS = /\b(?:core[- ]?spun|spun|cotton|corespun)\b/g;
const OTHER_WORDS =
  /\b(?:bonded|nylon|poly|polyester|polyamide|pa|pes|pet|filament|monofilament|aramid|thread|sewing|uv|black|white|natural|brown|tan|grey|gray|red|blue|navy|green|twist|left|right|lubricated)\b/g;
/** Letters after the size on a spool that stand for bonded, or for the twist that machines are sewn with. */
const SUFFIX = /(?<=\d) (?:b|z)$/;

/**
 * A thread label in lower case, with single spaces between words, a point as the decimal sign, thousands separators
 * removed before denier and dtex, and without words that do not describe the size.
 *
 * @example plainThreadLabel('V138 B Bonded Nylon').label // 'v138'
 * @example plainThreadLabel('1.260 den').label // '1260 den'
 */
export function plainThreadLabel(text: string): PlainThreadLabel {
  const small = text.toLowerCase().replace(/[×✕]/g, 'x').replace(/\s+/g, ' ').trim();
  const spun = small.search(SPUN_WORDS) >= 0;
  const label = small
    .replace(/(\d{1,2})[., ](\d{3})(?= ?(?:den|denier|d|dtex)\b)/g, '$1$2')
    .replace(/(dtex|den|denier) (\d{1,2})[., ](\d{3})\b/g, '$1 $2$3')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(SPUN_WORDS, ' ')
    .replace(OTHER_WORDS, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .replace(SUFFIX, '')
    .replace(/^[\s,;:.-]+|[\s,;:-]+$/g, '');
  return { label, spun };
}
