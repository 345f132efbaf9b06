/** A section of the field events of North America. */
export interface Section {
  readonly code: string;
  readonly name: string;
  /** The state or province it lies in, by its two letters; "" where it covers several. */
  readonly state: string;
  /** What people type for it besides its code and name. */
  readonly aliases: readonly string[];
}

/** code | name | state | other ways of typing it. Source: the published lists of sections of the two countries. */
// prettier-ignore
const LINES = `
CT|Connecticut|CT|CONN
EMA|Eastern Massachusetts|MA|EMASS
ME|Maine|ME|
NH|New Hampshire|NH|
RI|Rhode Island|RI|
VT|Vermont|VT|
WMA|Western Massachusetts|MA|WMASS
ENY|Eastern New York|NY|
NLI|New York City and Long Island|NY|LI NYC NYCLI
NNJ|Northern New Jersey|NJ|
NNY|Northern New York|NY|
SNJ|Southern New Jersey|NJ|
WNY|Western New York|NY|
DE|Delaware|DE|DEL
EPA|Eastern Pennsylvania|PA|
MDC|Maryland and District of Columbia|MD|MD DC
WPA|Western Pennsylvania|PA|
AL|Alabama|AL|ALA
GA|Georgia|GA|
KY|Kentucky|KY|KEN KENT
NC|North Carolina|NC|
NFL|Northern Florida|FL|NFLA
SC|South Carolina|SC|
SFL|Southern Florida|FL|SFLA
WCF|West Central Florida|FL|WCFL
TN|Tennessee|TN|TEN TENN
VA|Virginia|VA|VIR VIRG
PR|Puerto Rico|PR|
VI|Virgin Islands|VI|USVI
AR|Arkansas|AR|ARK
LA|Louisiana|LA|
MS|Mississippi|MS|MISS
NM|New Mexico|NM|NMEX
NTX|North Texas|TX|NTEX
OK|Oklahoma|OK|OKLA
STX|South Texas|TX|STEX
WTX|West Texas|TX|WTEX
EB|East Bay|CA|EBAY
LAX|Los Angeles|CA|
ORG|Orange|CA|ORANGE
SB|Santa Barbara|CA|
SCV|Santa Clara Valley|CA|
SDG|San Diego|CA|DIEGO
SF|San Francisco|CA|SFO
SJV|San Joaquin Valley|CA|
SV|Sacramento Valley|CA|SACV
PAC|Pacific|HI|HI HAWAII
AZ|Arizona|AZ|ARIZ
EWA|Eastern Washington|WA|EWASH
ID|Idaho|ID|IDA
MT|Montana|MT|MONT
NV|Nevada|NV|NEV
OR|Oregon|OR|ORE OREG
UT|Utah|UT|
WWA|Western Washington|WA|WWASH
WY|Wyoming|WY|WYO
AK|Alaska|AK|ALASKA
MI|Michigan|MI|MICH
OH|Ohio|OH|
WV|West Virginia|WV|WVA
IL|Illinois|IL|ILL
IN|Indiana|IN|IND
WI|Wisconsin|WI|WIS WISC
CO|Colorado|CO|COL COLO
IA|Iowa|IA|
KS|Kansas|KS|KAN KANS
MN|Minnesota|MN|MINN
MO|Missouri|MO|
NE|Nebraska|NE|NEB NEBR
ND|North Dakota|ND|NDAK
SD|South Dakota|SD|SDAK
AB|Alberta|AB|ALB ALTA
BC|British Columbia|BC|BCOL
GH|Golden Horseshoe|ON|GTA
MB|Manitoba|MB|MAN
NB|New Brunswick|NB|
NL|Newfoundland and Labrador|NL|NF NFLD LAB LB
NS|Nova Scotia|NS|
ONE|Ontario East|ON|
ONN|Ontario North|ON|
ONS|Ontario South|ON|
PE|Prince Edward Island|PE|PEI
QC|Quebec|QC|PQ QUE
SK|Saskatchewan|SK|SASK
TER|Territories||NT NWT YT YUK NU YUKON NUNAVUT
`;

export const SECTIONS: readonly Section[] = LINES.trim()
  .split("\n")
  .map((line) => {
    const [code = "", name = "", state = "", aliases] = line.split("|");
    return { code, name, state, aliases: aliases ? aliases.split(" ") : [] };
  });

export type SectionAnswer =
  | { readonly kind: "known"; readonly section: Section }
  /** No section is called that; these come nearest, the likeliest first. */
  | { readonly kind: "nearest"; readonly sections: readonly Section[] };

const OFFERED = 4;

/** The section a text means: its code, another way of typing it, or its name; else the nearest ones. */
export function recogniseSection(text: string): SectionAnswer {
  const typed = fold(text);
  const section =
    SECTIONS.find(({ code }) => code === typed) ??
    SECTIONS.find(({ aliases }) => aliases.includes(typed)) ??
    SECTIONS.find(({ name }) => fold(name) === typed);
  if (section !== undefined) return { kind: "known", section };
  const distance = ({ code, name, state, aliases }: Section) =>
    Math.min(
      editDistance(typed, code) - 0.1,
      ...aliases.map((alias) => editDistance(typed, alias)),
      fold(name).startsWith(typed) && typed.length > 2 ? 0.5 : editDistance(typed, fold(name)),
      state === typed ? 0.2 : Infinity,
    );
  const sections = [...SECTIONS].sort((a, b) => distance(a) - distance(b)).slice(0, OFFERED);
  return { kind: "nearest", sections };
}

function fold(text: string): string {
  return text.toUpperCase().replace(/[^A-Z]/g, "");
}

/** How many letters must be put in, taken out, changed or swapped with their neighbour (Damerau, 1964). */
export function editDistance(a: string, b: string): number {
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, column) => column)];
  for (let row = 1; row <= a.length; row++) {
    const line = [row];
    for (let column = 1; column <= b.length; column++) {
      const same = a[row - 1] === b[column - 1];
      let least = Math.min(
        rows[row - 1]![column]! + 1,
        line[column - 1]! + 1,
        rows[row - 1]![column - 1]! + (same ? 0 : 1),
      );
      const swapped = row > 1 && column > 1 && a[row - 1] === b[column - 2] && a[row - 2] === b[column - 1];
      if (swapped) least = Math.min(least, rows[row - 2]![column - 2]! + 1);
      line.push(least);
    }
    rows.push(line);
  }
  return rows[a.length]![b.length]!;
}
