import { prefixTree } from "./prefixTree";

/**
 * The ITU's table of allocated call-sign series (Radio Regulations, appendix 42): which administration a call's
 * first letters belong to, whether or not amateurs use them. The last resort when no entity's prefix fits.
 */
// prettier-ignore
const SERIES = `
AA-AL United States|AM-AO Spain|AP-AS Pakistan|AT-AW India|AX Australia|AY-AZ Argentina|A2 Botswana|A3 Tonga|A4 Oman
A5 Bhutan|A6 United Arab Emirates|A7 Qatar|A8 Liberia|A9 Bahrain|B China|CA-CE Chile|CF-CK Canada|CL-CM Cuba|CN Morocco
CO Cuba|CP Bolivia|CQ-CU Portugal|CV-CX Uruguay|CY-CZ Canada|C2 Nauru|C3 Andorra|C4 Cyprus|C5 The Gambia|C6 Bahamas
C7 World Meteorological Organization|C8-C9 Mozambique|DA-DR Germany|DS-DT Republic of Korea|DU-DZ Philippines
D2-D3 Angola|D4 Cape Verde|D5 Liberia|D6 Comoros|D7-D9 Republic of Korea|EA-EH Spain|EI-EJ Ireland|EK Armenia
EL Liberia|EM-EO Ukraine|EP-EQ Iran|ER Moldova|ES Estonia|ET Ethiopia|EU-EW Belarus|EX Kyrgyzstan|EY Tajikistan
EZ Turkmenistan|E2 Thailand|E3 Eritrea|E4 Palestine|E5 Cook Islands|E6 Niue|E7 Bosnia and Herzegovina|F France
G United Kingdom|HA Hungary|HB Switzerland|HC-HD Ecuador|HE Switzerland|HF Poland|HG Hungary|HH Haiti
HI Dominican Republic|HJ-HK Colombia|HL Republic of Korea|HM Democratic People's Republic of Korea|HN Iraq
HO-HP Panama|HQ-HR Honduras|HS Thailand|HT Nicaragua|HU El Salvador|HV Vatican City|HW-HY France|HZ Saudi Arabia
H2 Cyprus|H3 Panama|H4 Solomon Islands|H6-H7 Nicaragua|H8-H9 Panama|I Italy|JA-JS Japan|JT-JV Mongolia|JW-JX Norway
JY Jordan|JZ Indonesia|J2 Djibouti|J3 Grenada|J4 Greece|J5 Guinea-Bissau|J6 St. Lucia|J7 Dominica|J8 St. Vincent
K United States|LA-LN Norway|LO-LW Argentina|LX Luxembourg|LY Lithuania|LZ Bulgaria|L2-L9 Argentina|M United Kingdom
N United States|OA-OC Peru|OD Lebanon|OE Austria|OF-OJ Finland|OK-OL Czech Republic|OM Slovak Republic|ON-OT Belgium
OU-OZ Denmark|PA-PI Netherlands|PJ Netherlands (Caribbean)|PK-PO Indonesia|PP-PY Brazil|PZ Suriname|P2 Papua New Guinea
P3 Cyprus|P4 Aruba|P5-P9 Democratic People's Republic of Korea|R Russian Federation|SA-SM Sweden|SN-SR Poland
SSA-SSM Egypt|SSN-SSZ Sudan|ST Sudan|SU Egypt|SV-SZ Greece|S2-S3 Bangladesh|S5 Slovenia|S6 Singapore|S7 Seychelles
S8 South Africa|S9 São Tomé and Príncipe|TA-TC Turkey|TD Guatemala|TE Costa Rica|TF Iceland|TG Guatemala|TH France
TI Costa Rica|TJ Cameroon|TK France|TL Central African Republic|TM France|TN Republic of the Congo|TO-TQ France|TR Gabon
TS Tunisia|TT Chad|TU Côte d'Ivoire|TV-TX France|TY Benin|TZ Mali|T2 Tuvalu|T3 Kiribati|T4 Cuba|T5 Somalia
T6 Afghanistan|T7 San Marino|T8 Palau|UA-UI Russian Federation|UJ-UM Uzbekistan|UN-UQ Kazakhstan|UR-UZ Ukraine
VA-VG Canada|VH-VN Australia|VO Canada|VP-VQ United Kingdom (overseas territories)|VR China (Hong Kong)
VS United Kingdom (overseas territories)|VT-VW India|VX-VY Canada|VZ Australia|V2 Antigua and Barbuda|V3 Belize
V4 St. Kitts and Nevis|V5 Namibia|V6 Micronesia|V7 Marshall Islands|V8 Brunei|W United States|XA-XI Mexico|XJ-XO Canada
XP Denmark|XQ-XR Chile|XS China|XT Burkina Faso|XU Cambodia|XV Viet Nam|XW Laos|XX China (Macao)|XY-XZ Myanmar
YA Afghanistan|YB-YH Indonesia|YI Iraq|YJ Vanuatu|YK Syria|YL Latvia|YM Turkey|YN Nicaragua|YO-YR Romania
YS El Salvador|YT-YU Serbia|YV-YY Venezuela|Y2-Y9 Germany|ZA Albania|ZB-ZJ United Kingdom (overseas territories)
ZK-ZM New Zealand|ZN-ZO United Kingdom (overseas territories)|ZP Paraguay|ZQ United Kingdom (overseas territories)
ZR-ZU South Africa|ZV-ZZ Brazil|Z2 Zimbabwe|Z3 North Macedonia|Z8 South Sudan|2 United Kingdom|3A Monaco|3B Mauritius
3C Equatorial Guinea|3DA-3DM Eswatini|3DN-3DZ Fiji|3D Fiji or Eswatini|3E-3F Panama|3G Chile|3H-3U China|3V Tunisia|3W Viet Nam|3X Guinea
3Y Norway|3Z Poland|4A-4C Mexico|4D-4I Philippines|4J-4K Azerbaijan|4L Georgia|4M Venezuela|4O Montenegro|4P-4S Sri Lanka
4T Peru|4U United Nations|4V Haiti|4W Timor-Leste|4X Israel|4Y International Civil Aviation Organization|4Z Israel
5A Libya|5B Cyprus|5C-5G Morocco|5H-5I Tanzania|5J-5K Colombia|5L-5M Liberia|5N-5O Nigeria|5P-5Q Denmark|5R-5S Madagascar
5T Mauritania|5U Niger|5V Togo|5W Samoa|5X Uganda|5Y-5Z Kenya|6A-6B Egypt|6C Syria|6D-6J Mexico|6K-6N Republic of Korea
6O Somalia|6P-6S Pakistan|6T-6U Sudan|6V-6W Senegal|6X Madagascar|6Y Jamaica|6Z Liberia|7A-7I Indonesia|7J-7N Japan
7O Yemen|7P Lesotho|7Q Malawi|7R Algeria|7S Sweden|7T-7Y Algeria|7Z Saudi Arabia|8A-8I Indonesia|8J-8N Japan|8O Botswana
8P Barbados|8Q Maldives|8R Guyana|8S Sweden|8T-8Y India|8Z Saudi Arabia|9A Croatia|9B-9D Iran|9E-9F Ethiopia|9G Ghana
9H Malta|9I-9J Zambia|9K Kuwait|9L Sierra Leone|9M Malaysia|9N Nepal|9O-9T Democratic Republic of the Congo|9U Burundi
9V Singapore|9W Malaysia|9X Rwanda|9Y-9Z Trinidad and Tobago`;

/**
 * All prefixes that a short notation stands for: "AA-AC" gives AA, AB, AC (the last character runs, and where the
 * one before it differs, as in "CA9-CD9", that one runs); "FT#Z" gives FT0Z to FT9Z.
 */
export function expandPrefix(notation: string): string[] {
  const [first = "", last] = notation.split("-");
  const runs: string[] = [];
  if (last === undefined) runs.push(first);
  else {
    const at = [...first].findIndex((character, index) => character !== last[index]);
    for (let code = first.charCodeAt(at); code <= last.charCodeAt(at); code++) {
      runs.push(first.slice(0, at) + String.fromCharCode(code) + first.slice(at + 1));
    }
  }
  return runs.flatMap(expandDigits);
}

function expandDigits(pattern: string): string[] {
  const at = pattern.indexOf("#");
  if (at < 0) return [pattern];
  return [..."0123456789"].flatMap((digit) => expandDigits(pattern.slice(0, at) + digit + pattern.slice(at + 1)));
}

const ALLOCATIONS = prefixTree<string>();
for (const entry of SERIES.trim().split(/[|\n]/)) {
  const space = entry.indexOf(" ");
  for (const prefix of expandPrefix(entry.slice(0, space))) ALLOCATIONS.at(prefix, () => entry.slice(space + 1));
}

/** The administration that the ITU allocated this call's series to, or null where the series is not allocated. */
export function ituAllocation(call: string): string | null {
  return ALLOCATIONS.longest(call, () => true) ?? null;
}
