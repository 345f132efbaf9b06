/**
 * Every entity of the ADIF standard's entity-code enumeration, one line an entity.
 *
 * Columns, separated by "|":
 * code | name | primary prefix | continent | CQ zone | ITU zone | latitude | longitude | call prefixes | counted from | counted until
 *
 * - code, and which are deleted: the ADIF standard, enumeration DXCC_Entity_Code.
 * - continent: the ADIF standard's two letters. Zones: the published CQ and ITU zone maps; where an entity lies
 *   in several, the zone of most of its calls (zones by call area are in zoneAreas.ts).
 * - latitude (north positive), longitude (east positive), degrees: the middle of where people live, from general
 *   geography; good to about a degree.
 * - call prefixes: the ITU's table of allocated series and the administrations' published use of it.
 *   "AA-AK" runs over the last character; "#" is any digit; "X<1994" held only before that year, "X>1993" from
 *   the year after. The longest prefix that fits wins. Calls that no prefix can tell are in entityRules.ts.
 * - counted from and until (UTC dates, both inclusive): the published list of deleted and added entities.
 */
// prettier-ignore
export const ENTITY_LINES = `
1|Canada|VE|NA|5|9|45.0|-75.0|CF-CK CY CZ VA-VG VO VX VY XJ-XO||
2|Abu Ail Islands|J20A|AS|21|39|14.1|42.8|||1991-03-30
3|Afghanistan|YA|AS|21|40|34.5|69.2|YA T6||
4|Agalega and St. Brandon|3B6|AF|39|53|-10.4|56.6|3B6 3B7||
5|Åland Islands|OH0|EU|15|18|60.2|20.0|OF0 OG0 OH0 OI0||
6|Alaska|KL|NA|1|1|61.2|-149.9|AL KL NL WL||
7|Albania|ZA|EU|15|28|41.3|19.8|ZA||
8|Aldabra|VQ9A|AF|39|53|-9.4|46.4|||1976-06-28
9|American Samoa|KH8|OC|32|62|-14.3|-170.7|AH8 KH8 NH8 WH8 KS6<1979||
10|Amsterdam and St. Paul Islands|FT/Z|AF|39|68|-37.8|77.5|FT#Z FB8Z<1983||
11|Andaman and Nicobar Islands|VU4|AS|26|49|11.7|92.7|VU4||
12|Anguilla|VP2E|NA|8|11|18.2|-63.1|VP2E||
13|Antarctica|CE9|AN|13|74|-78.0|0.0|CE9 CA9-CD9 XQ9 XR9 3G9 KC4AA KC4US RI1AN R1AN =DP0GVN =DP1POL =DP0POL VK0 8J1RL 8J1RM 8J1RF FT#Y ZL5 ZM5 ZS7 LU#Z AY#Z =EM1U =EM1KGY =EM1UA =OR4AN =IA0MZ 4K1<1994||
14|Armenia|EK|AS|21|29|40.2|44.5|EK UG<1994 RG<1994||
15|Asiatic Russia|UA9|AS|17|30|55.9|83.0|||
16|New Zealand Subantarctic Islands|ZL9|OC|32|60|-50.7|166.1|ZL9 ZM9||
17|Aves Island|YV0|NA|8|11|15.7|-63.6|YV0 YW0 YX0 YY0 4M0||
18|Azerbaijan|4J|AS|21|29|40.4|49.9|4J 4K UD<1994 RD<1994||
19|Bajo Nuevo|HK0|NA|8|11|15.8|-79.0|||1982-09-16
20|Baker and Howland Islands|KH1|OC|31|61|0.5|-176.5|AH1 KH1 NH1 WH1 KB6<1979||
21|Balearic Islands|EA6|EU|14|37|39.6|2.9|EA6 EB6 EC6 ED6 EE6 EF6 EG6 EH6 AM6 AN6 AO6||
22|Palau|T8|OC|27|64|7.4|134.5|T8||
23|Blenheim Reef|1B|AF|39|41|-5.2|72.5||1967-05-04|1975-06-30
24|Bouvet|3Y/B|AF|38|67|-54.4|3.4|3Y||
25|British North Borneo|ZC5|OC|28|54|6.0|117.0|ZC5||1963-09-15
26|British Somaliland|VQ6|AF|37|48|9.6|44.1|VQ6||1960-06-30
27|Belarus|EU|EU|16|29|53.9|27.6|EU-EW UC<1994 RC<1994||
28|Canal Zone|KZ5|NA|7|11|9.0|-79.6|KZ5||1979-09-30
29|Canary Islands|EA8|AF|33|36|28.3|-16.0|EA8 EB8 EC8 ED8 EE8 EF8 EG8 EH8 AM8 AN8 AO8||
30|Celebes and Molucca Islands|PK6|OC|28|54|-3.0|121.0|PK6||1963-04-30
31|Central Kiribati|T31|OC|31|62|-2.8|-171.7|T31||
32|Ceuta and Melilla|EA9|AF|33|37|35.6|-4.5|EA9 EB9 EC9 ED9 EE9 EF9 EG9 EH9 AM9 AN9 AO9||
33|Chagos Islands|VQ9|AF|39|41|-7.3|72.4|VQ9||
34|Chatham Islands|ZL7|OC|32|60|-43.9|-176.5|ZL7 ZM7||
35|Christmas Island|VK9X|OC|29|54|-10.5|105.6|VK9X VI9X VK9EX||
36|Clipperton Island|FO/C|NA|7|10|10.3|-109.2|=TX5C =TX5K =TX5P =TX5S =FO0AAA =FO0CI =FO0X||
37|Cocos Island|TI9|NA|7|11|5.5|-87.1|TE9 TI9||
38|Cocos (Keeling) Islands|VK9C|OC|29|54|-12.2|96.8|VK9C VI9C||
39|Comoros (before 1975)|FH8|AF|39|53|-11.7|43.3|FB8C FH8||1975-07-05
40|Crete|SV9|EU|20|28|35.2|24.9|J49 SV9 SW9 SX9 SY9 SZ9||
41|Crozet Island|FT/W|AF|39|68|-46.4|51.8|FT#W FB8W<1983||
42|Damao, Diu|CR8|AS|22|41|20.4|72.8|||1961-12-31
43|Desecheo Island|KP5|NA|8|11|18.4|-67.5|KP5 NP5 WP5||
44|Desroches|VQ9D|AF|39|53|-5.7|53.7|||1976-06-28
45|Dodecanese|SV5|EU|20|28|36.4|28.2|J45 SV5 SW5 SX5 SY5 SZ5||
46|East Malaysia|9M6|OC|28|54|4.0|114.5|9M6 9M8 9W6 9W8||
47|Easter Island|CE0Y|SA|12|63|-27.1|-109.4|CE0 CA0-CD0 XQ0 XR0 3G0||
48|Eastern Kiribati|T32|OC|31|61|1.9|-157.4|T32||
49|Equatorial Guinea|3C|AF|36|47|3.7|8.8|3C||
50|Mexico|XE|NA|6|10|19.4|-99.1|XA-XI 4A-4C 6D-6J||
51|Eritrea|E3|AF|37|48|15.3|38.9|E3||
52|Estonia|ES|EU|15|29|59.4|24.8|ES UR<1992 RR<1992||
53|Ethiopia|ET|AF|37|48|9.0|38.7|ET 9E 9F||
54|European Russia|UA|EU|16|29|55.8|37.6|R UA UB-UI>1993 UV<1994 UW<1994 UZ<1994||
55|Farquhar|VQ9F|AF|39|53|-10.2|51.1|||1976-06-28
56|Fernando de Noronha|PY0F|SA|11|13|-3.9|-32.4|PP0-PY0 ZV0-ZZ0||
57|French Equatorial Africa|FQ8|AF|36|47|4.4|18.6|FQ8||1960-08-16
58|French Indo-China|FI8|AS|26|49|16.0|107.0|FI8||1950-12-20
59|French West Africa|FF8|AF|35|46|14.7|-17.4|FF8||1960-08-06
60|Bahamas|C6|NA|8|11|25.1|-77.3|C6||
61|Franz Josef Land|R1FJ|EU|40|75|80.6|58.0|RI1F R1FJ 4K2<1991||
62|Barbados|8P|NA|8|11|13.1|-59.6|8P||
63|French Guiana|FY|SA|9|12|4.9|-52.3|FY||
64|Bermuda|VP9|NA|5|11|32.3|-64.8|VP9||
65|British Virgin Islands|VP2V|NA|8|11|18.4|-64.6|VP2V||
66|Belize|V3|NA|7|11|17.3|-88.6|V3||
67|French India|FN8|AS|22|41|11.9|79.8|FN8||1954-10-31
68|Kuwait/Saudi Arabia Neutral Zone|8Z5|AS|21|39|28.5|48.4|8Z5||1969-12-14
69|Cayman Islands|ZF|NA|8|11|19.3|-81.3|ZF||
70|Cuba|CM|NA|8|11|23.1|-82.4|CL CM CO T4||
71|Galapagos Islands|HC8|SA|10|12|-0.8|-90.4|HC8 HD8||
72|Dominican Republic|HI|NA|8|11|18.5|-69.9|HI||
74|El Salvador|YS|NA|7|11|13.7|-89.2|HU YS||
75|Georgia|4L|AS|21|29|41.7|44.8|4L UF<1994 RF<1994||
76|Guatemala|TG|NA|7|12|14.6|-90.5|TD TG||
77|Grenada|J3|NA|8|11|12.1|-61.7|J3||
78|Haiti|HH|NA|8|11|18.6|-72.3|4V HH||
79|Guadeloupe|FG|NA|8|11|16.2|-61.5|FG TO||
80|Honduras|HR|NA|7|11|14.1|-87.2|HQ HR||
81|Germany (before 1973)|DL|EU|14|28|51.2|10.4|DA-DR||1973-09-16
82|Jamaica|6Y|NA|8|11|18.0|-76.8|6Y||
84|Martinique|FM|NA|8|11|14.6|-61.0|FM||
85|Bonaire, Curaçao (Netherlands Antilles)|PJ2|SA|9|11|12.2|-68.9|PJ2 PJ3 PJ4 PJ9 PJ1 PJ0 PJ||2010-10-09
86|Nicaragua|YN|NA|7|11|12.1|-86.3|H6 H7 HT YN||
88|Panama|HP|NA|7|11|9.0|-79.5|3E 3F H3 H8 H9 HO HP||
89|Turks and Caicos Islands|VP5|NA|8|11|21.8|-72.2|VP5 VQ5||
90|Trinidad and Tobago|9Y|SA|9|11|10.6|-61.4|9Y 9Z||
91|Aruba|P4|SA|9|11|12.5|-70.0|P4|1986-01-01|
93|Geyser Reef|1G|AF|39|53|-12.4|46.4||1967-05-04|1978-02-28
94|Antigua and Barbuda|V2|NA|8|11|17.1|-61.8|V2||
95|Dominica|J7|NA|8|11|15.4|-61.4|J7||
96|Montserrat|VP2M|NA|8|11|16.7|-62.2|VP2M||
97|St. Lucia|J6|NA|8|11|13.9|-61.0|J6||
98|St. Vincent|J8|NA|8|11|13.2|-61.2|J8||
99|Glorioso Islands|FT/G|AF|39|53|-11.5|47.3|FT#G||
100|Argentina|LU|SA|13|14|-34.6|-58.4|AY AZ L1-L9 LO-LW||
101|Goa|CR8|AS|22|41|15.4|74.0|CR8<1962||1961-12-31
102|Gold Coast, Togoland|ZD4|AF|35|46|5.6|-0.2|ZD4||1957-03-05
103|Guam|KH2|OC|27|64|13.4|144.8|AH2 KH2 NH2 WH2 KG6<1979||
104|Bolivia|CP|SA|10|12|-16.5|-68.1|CP||
105|Guantanamo Bay|KG4|NA|8|11|19.9|-75.2|||
106|Guernsey|GU|EU|14|27|49.5|-2.6|GP GU MU MP 2U 2P||
107|Guinea|3X|AF|35|46|9.5|-13.7|3X||
108|Brazil|PY|SA|11|15|-22.9|-43.2|PP-PY ZV-ZZ||
109|Guinea-Bissau|J5|AF|35|46|11.9|-15.6|J5 CR3<1975||
110|Hawaii|KH6|OC|31|61|21.3|-157.9|AH6 AH7 KH6 KH7 NH6 NH7 WH6 WH7||
111|Heard Island|VK0H|AF|39|68|-53.1|73.5|VK0H =VK0EK =VK0IR||
112|Chile|CE|SA|12|14|-33.4|-70.7|3G CA-CE XQ XR||
113|Ifni|EA9I|AF|33|37|29.4|-10.2|||1969-05-13
114|Isle of Man|GD|EU|14|27|54.2|-4.5|GD GT MD MT 2D 2T||
115|Italian Somaliland|I5|AF|37|48|2.0|45.3|I5<1960||1960-06-30
116|Colombia|HK|SA|9|12|4.6|-74.1|5J 5K HJ HK||
117|ITU Headquarters|4U#ITU|EU|14|28|46.2|6.1|4U 4U#ITU||
118|Jan Mayen|JX|EU|40|18|71.0|-8.3|JX||
119|Java|PK1|OC|28|54|-6.2|106.8|PK1 PK2 PK3||1963-04-30
120|Ecuador|HC|SA|10|12|-0.2|-78.5|HC HD||
122|Jersey|GJ|EU|14|27|49.2|-2.1|GH GJ MJ MH 2J 2H||
123|Johnston Island|KH3|OC|31|61|16.7|-169.5|AH3 KH3 NH3 WH3 KJ6<1979||
124|Juan de Nova, Europa|FT/J|AF|39|53|-17.1|42.7|FT#J FT#E||
125|Juan Fernandez Islands|CE0Z|SA|12|14|-33.6|-78.8|CE0Z CE0I CA0Z-CD0Z XQ0Z XR0Z 3G0Z||
126|Kaliningrad|UA2|EU|15|29|54.7|20.5|||
127|Kamaran Islands|VS9K|AS|21|39|15.3|42.6|VS9K||1982-03-10
128|Karelo-Finnish Republic|UN1|EU|16|19|61.8|34.3|UN1||1960-06-30
129|Guyana|8R|SA|9|12|6.8|-58.2|8R||
130|Kazakhstan|UN|AS|17|30|51.2|71.4|UN-UQ>1993 UL<1994 RL<1994||
131|Kerguelen Islands|FT/X|AF|39|68|-49.4|70.2|FT#X FT FB8X<1983||
132|Paraguay|ZP|SA|11|14|-25.3|-57.6|ZP||
133|Kermadec Islands|ZL8|OC|32|60|-29.3|-177.9|ZL8 ZM8||
134|Kingman Reef|KH5K|OC|31|61|6.4|-162.4|AH5K KH5K NH5K WH5K||2016-03-28
135|Kyrgyzstan|EX|AS|17|30|42.9|74.6|EX UM<1994 RM<1994||
136|Peru|OA|SA|10|12|-12.0|-77.0|4T OA-OC||
137|Republic of Korea|HL|AS|25|44|37.6|127.0|6K-6N D7-D9 DS DT HL||
138|Kure Island|KH7K|OC|31|61|28.4|-178.3|AH7K KH7K NH7K WH7K||
139|Kuria Muria Islands|VS9H|AS|21|39|17.5|56.0|VS9H||1967-11-29
140|Suriname|PZ|SA|9|12|5.8|-55.2|PZ||
141|Falkland Islands|VP8|SA|13|16|-51.7|-57.9|VP8||
142|Lakshadweep Islands|VU7|AS|22|41|10.6|72.6|VU7||
143|Laos|XW|AS|26|49|18.0|102.6|XW||
144|Uruguay|CX|SA|13|14|-34.9|-56.2|CV-CX||
145|Latvia|YL|EU|15|29|56.9|24.1|YL UQ<1992 RQ<1992||
146|Lithuania|LY|EU|15|29|54.7|25.3|LY UP<1991 RP<1991||
147|Lord Howe Island|VK9L|OC|30|60|-31.6|159.1|VK9L VI9L||
148|Venezuela|YV|SA|9|12|10.5|-66.9|4M YV-YY||
149|Azores|CU|EU|14|36|37.7|-25.7|CU CT8 CQ8 CR8>1975 CS8||
150|Australia|VK|OC|30|59|-35.3|149.1|AX VH-VN VZ||
151|Malyj Vysotskij Island|R1MV|EU|16|29|60.6|28.6|R1MV RI1M 4J1<1994||2012-02-17
152|Macao|XX9|AS|24|44|22.2|113.5|XX9 CR9<2000||
153|Macquarie Island|VK0M|OC|30|60|-54.5|158.9|VK0M||
154|Yemen Arab Republic|4W|AS|21|39|15.4|44.2|4W<1991||1990-05-21
155|Malaya|VS2|AS|28|54|3.1|101.7|VS2 9M2<1964||1963-09-15
157|Nauru|C2|OC|31|65|-0.5|166.9|C2||
158|Vanuatu|YJ|OC|32|56|-17.7|168.3|YJ||
159|Maldives|8Q|AS|22|41|4.2|73.5|8Q||
160|Tonga|A3|OC|32|62|-21.1|-175.2|A3||
161|Malpelo Island|HK0/M|SA|9|12|4.0|-81.6|=HK0TU =HK0NA =HJ0TU =5K0TU =HK0M||
162|New Caledonia|FK|OC|32|56|-22.3|166.4|FK TX8 TX1||
163|Papua New Guinea|P2|OC|28|51|-9.4|147.2|P2|1975-09-16|
164|Manchuria|C9|AS|24|33|45.0|126.0|C9<1964||1963-09-15
165|Mauritius|3B8|AF|39|53|-20.2|57.5|3B8 3B VQ8<1969||
166|Mariana Islands|KH0|OC|27|64|15.2|145.7|AH0 KH0 NH0 WH0||
167|Market Reef|OJ0|EU|15|18|60.3|19.1|OJ0||
168|Marshall Islands|V7|OC|31|65|7.1|171.2|V7 KX6<1991||
169|Mayotte|FH|AF|39|53|-12.8|45.2|FH|1975-07-06|
170|New Zealand|ZL|OC|32|60|-41.3|174.8|ZK ZL ZM||
171|Mellish Reef|VK9M|OC|30|56|-17.4|155.9|VK9M VI9M||
172|Pitcairn Island|VP6|OC|32|63|-25.1|-130.1|VP6 VR6<1998||
173|Micronesia|V6|OC|27|65|6.9|158.2|V6 KC6<1987||
174|Midway Island|KH4|OC|31|61|28.2|-177.4|AH4 KH4 NH4 WH4 KM6<1979||
175|French Polynesia|FO|OC|32|63|-17.5|-149.6|FO TX||
176|Fiji|3D2|OC|32|56|-18.1|178.4|3D2||
177|Minami Torishima|JD1/M|OC|27|90|24.3|154.0|=JD1YAA =JD1YBJ =JD1BIA =JD1M||
178|Minerva Reef|1M|OC|32|62|-23.7|-179.0||1972-01-01|1972-07-15
179|Moldova|ER|EU|16|29|47.0|28.9|ER UO<1994 RO<1994||
180|Mount Athos|SV/A|EU|20|28|40.2|24.3|=SV2ASP =SY2A =SV2RSG||
181|Mozambique|C9|AF|37|53|-26.0|32.6|C8 C9>1974 CR7<1976||
182|Navassa Island|KP1|NA|8|11|18.4|-75.0|KP1 NP1 WP1||
183|Netherlands Borneo|PK5|OC|28|54|0.0|114.0|PK5||1963-04-30
184|Netherlands New Guinea|JZ0|OC|28|51|-2.5|140.7|JZ0||1963-04-30
185|Solomon Islands|H4|OC|28|51|-9.4|160.0|H4 VR4<1979||
186|Newfoundland, Labrador|VO|NA|5|9|47.6|-52.7|VO<1950||1949-03-31
187|Niger|5U|AF|35|46|13.5|2.1|5U||
188|Niue|E6|OC|32|62|-19.1|-169.9|E6 ZK2||
189|Norfolk Island|VK9N|OC|32|60|-29.0|167.9|VK9N VK9 VI9N VI9 AX9||
190|Samoa|5W|OC|32|62|-13.8|-171.8|5W||
191|North Cook Islands|E5/N|OC|32|62|-10.4|-161.0|=E51WL =E51MAN||
192|Ogasawara|JD1/O|AS|27|45|27.1|142.2|JD1 JD||
193|Okinawa (Ryukyu Islands)|KR6|AS|25|45|26.3|127.8|KR6 KR8 KA6<1972||1972-05-14
194|Okino Tori-shima|7J1|AS|27|45|20.4|136.1|7J1<1980|1976-05-30|1980-11-30
195|Annobón Island|3C0|AF|36|52|-1.4|5.6|3C0||
196|Palestine (before 1968)|ZC6|AS|20|39|31.8|35.2|ZC6||1968-06-30
197|Palmyra and Jarvis Islands|KH5|OC|31|61|5.9|-162.1|AH5 KH5 NH5 WH5 KP6<1979||
198|Papua Territory|VK9P|OC|28|51|-9.4|147.2|||1975-09-15
199|Peter I Island|3Y/P|AN|12|72|-68.8|-90.6|=3Y0X =3Y0PI =3Y1EE||
200|Portuguese Timor|CR0|OC|28|54|-8.6|125.6|CR0 CR8T||1976-09-14
201|Prince Edward and Marion Islands|ZS8|AF|38|57|-46.9|37.7|ZR8 ZS8 ZT8 ZU8 ZS2MI||
202|Puerto Rico|KP4|NA|8|11|18.4|-66.1|KP3 KP4 NP3 NP4 WP3 WP4||
203|Andorra|C3|EU|14|27|42.5|1.5|C3||
204|Revillagigedo|XF4|NA|6|10|18.8|-111.0|XA4 XB4 XF4 4A4 4B4 4C4 6D4 6E4 6F4 6G4 6H4 6I4 6J4||
205|Ascension Island|ZD8|AF|36|66|-7.9|-14.4|ZD8||
206|Austria|OE|EU|15|28|48.2|16.4|OE =4U1VIC =4U1A =4U2U =4U1XU||
207|Rodrigues Island|3B9|AF|39|53|-19.7|63.4|3B9||
208|Ruanda-Urundi|9U5|AF|36|52|-3.4|29.4|9U5<1963|1960-07-01|1962-06-30
209|Belgium|ON|EU|14|27|50.8|4.4|ON-OT||
210|Saar|9S4|EU|14|28|49.2|7.0|9S4||1957-03-31
211|Sable Island|CY0|NA|5|9|43.9|-59.9|CY0||
212|Bulgaria|LZ|EU|20|28|42.7|23.3|LZ||
213|St. Martin|FS|NA|8|11|18.1|-63.1|FS||
214|Corsica|TK|EU|15|28|42.0|9.0|TK FC<1985||
215|Cyprus|5B|AS|20|39|35.1|33.4|5B C4 H2 P3||
216|San Andrés and Providencia|HK0/A|NA|7|11|12.6|-81.7|HK0 5J0 5K0 HJ0||
217|San Félix and San Ambrosio|CE0X|SA|12|14|-26.3|-80.1|CE0X CA0X CB0X CC0X CD0X XQ0X XR0X 3G0X||
218|Czechoslovakia|OK|EU|15|28|50.1|14.4|OK-OM||1992-12-31
219|São Tomé and Príncipe|S9|AF|36|47|0.3|6.7|S9 CR5<1976||
220|Sarawak|VS4|OC|28|54|1.6|110.3|VS4||1963-09-15
221|Denmark|OZ|EU|14|18|55.7|12.5|5P 5Q OU OV OZ||
222|Faroe Islands|OY|EU|14|18|62.0|-6.8|OW OY||
223|England|G|EU|14|27|52.5|-1.5|G M 2||
224|Finland|OH|EU|15|18|60.2|24.9|OF-OJ||
225|Sardinia|IS|EU|15|28|39.2|9.1|IS0 IM0 IW0U-IW0Z||
226|Saudi Arabia/Iraq Neutral Zone|8Z4|AS|21|39|29.0|45.5|8Z4||1981-12-25
227|France|F|EU|14|27|48.9|2.3|F HW-HY TH TM TP TQ TV TW||
228|Serrana Bank and Roncador Cay|KS4B|NA|7|11|14.3|-80.3|KS4B HK0S<1982||1982-09-16
229|German Democratic Republic|Y2|EU|14|28|52.5|13.4|Y2-Y9 DM2-DM7<1990|1973-09-17|1990-10-02
230|Germany|DL|EU|14|28|51.2|10.4|DA-DR Y2-Y9|1973-09-17|
231|Sikkim|AC3|AS|22|41|27.3|88.6|AC3<1976||1975-04-30
232|Somalia|T5|AF|37|48|2.0|45.3|6O T5||
233|Gibraltar|ZB|EU|14|37|36.1|-5.4|ZB ZG||
234|South Cook Islands|E5/S|OC|32|63|-21.2|-159.8|E5 ZK1<2007||
235|South Georgia|VP8/G|SA|13|73|-54.3|-36.5|=VP8SGB =VP8SGK =VP8SGI||
236|Greece|SV|EU|20|28|38.0|23.7|J4 SV-SZ||
237|Greenland|OX|NA|40|5|64.2|-51.7|OX XP||
238|South Orkney Islands|VP8/O|SA|13|73|-60.7|-45.6|=VP8PJ =VP8SKI =LU1ZA =AY1ZA||
239|Hungary|HA|EU|15|28|47.5|19.0|HA HG||
240|South Sandwich Islands|VP8/S|SA|13|73|-59.4|-27.3|=VP8STI =VP8THU||
241|South Shetland Islands|VP8/H|SA|13|73|-62.1|-58.4|=HF0POL =HF0APAS =HF0ARC =DT8A =VP8SSI =VP8LP||
242|Iceland|TF|EU|40|17|64.1|-21.9|TF||
243|People's Democratic Republic of Yemen|7O|AS|21|39|12.8|45.0|7O<1991 VS9A VS9P VS9S||1990-05-21
244|Southern Sudan|ST0|AF|34|48|4.9|31.6|ST0|1972-05-07|1994-12-31
245|Ireland|EI|EU|14|27|53.3|-6.3|EI EJ||
246|Sovereign Military Order of Malta|1A|EU|15|28|41.9|12.5|1A||
247|Spratly Islands|1S|AS|26|50|8.6|111.9|1S 9M0 =9M4SLL DX0 BV9S||
248|Italy|I|EU|15|28|41.9|12.5|I =4U1GSC =4U29MDC||
249|St. Kitts and Nevis|V4|NA|8|11|17.3|-62.7|V4||
250|St. Helena|ZD7|AF|36|66|-15.9|-5.7|ZD7||
251|Liechtenstein|HB0|EU|14|28|47.1|9.5|HB0 HE0||
252|St. Paul Island|CY9|NA|5|9|47.2|-60.1|CY9||
253|St. Peter and St. Paul Rocks|PY0S|SA|11|13|0.9|-29.3|PP0S PQ0S PR0S PS0S PT0S PU0S PV0S PW0S PX0S PY0S ZV0S-ZZ0S||
254|Luxembourg|LX|EU|14|27|49.6|6.1|LX||
255|St. Maarten, Saba, St. Eustatius|PJ7|NA|8|11|18.0|-63.1|PJ5 PJ6 PJ7 PJ8||2010-10-09
256|Madeira Islands|CT3|AF|33|36|32.7|-16.9|CT3 CT9 CQ2 CQ3 CQ9 CR3>1975 CR9>1999 CS3 CS9||
257|Malta|9H|EU|15|28|35.9|14.5|9H||
258|Sumatra|PK4|OC|28|54|0.6|101.3|PK4||1963-04-30
259|Svalbard|JW|EU|40|18|78.2|15.6|JW||
260|Monaco|3A|EU|14|27|43.7|7.4|3A||
261|Swan Islands|KS4|NA|7|11|17.4|-83.9|KS4||1972-08-31
262|Tajikistan|EY|AS|17|30|38.6|68.8|EY UJ<1994 RJ<1994||
263|Netherlands|PA|EU|14|27|52.1|5.1|PA-PI||
264|Tangier|CN2|AF|33|37|35.8|-5.8|CN2<1961||1960-06-30
265|Northern Ireland|GI|EU|14|27|54.6|-5.9|GI GN MI MN 2I 2N||
266|Norway|LA|EU|14|18|59.9|10.7|LA-LN||
267|Territory of New Guinea|VK9N|OC|28|51|-4.2|152.2|||1975-09-15
268|Tibet|AC4|AS|23|41|29.7|91.1|AC4<1975||1974-05-30
269|Poland|SP|EU|15|28|52.2|21.0|3Z HF SN-SR||
270|Tokelau Islands|ZK3|OC|31|62|-9.4|-171.2|ZK3||
271|Trieste|I1|EU|15|28|45.6|13.8|MF2<1958 AG2<1958||1957-03-31
272|Portugal|CT|EU|14|37|38.7|-9.1|CQ CR>1975 CS CT||
273|Trindade and Martim Vaz Islands|PY0T|SA|11|15|-20.5|-29.3|PP0T PQ0T PR0T PS0T PT0T PU0T PV0T PW0T PX0T PY0T ZV0T-ZZ0T||
274|Tristan da Cunha and Gough Islands|ZD9|AF|38|66|-37.1|-12.3|ZD9||
275|Romania|YO|EU|20|28|44.4|26.1|YO-YR||
276|Tromelin Island|FT/T|AF|39|53|-15.9|54.5|FT#T||
277|St. Pierre and Miquelon|FP|NA|5|9|46.8|-56.2|FP =TO5FP||
278|San Marino|T7|EU|15|28|43.9|12.4|T7 M1<1984 9A<1984||
279|Scotland|GM|EU|14|27|56.5|-4.0|GM GS MM MS 2M 2S 2A MA||
280|Turkmenistan|EZ|AS|17|30|37.9|58.4|EZ UH<1994 RH<1994||
281|Spain|EA|EU|14|37|40.4|-3.7|AM-AO EA-EH||
282|Tuvalu|T2|OC|31|65|-8.5|179.2|T2 VR8<1979||
283|UK Sovereign Base Areas on Cyprus|ZC4|AS|20|39|34.6|32.9|ZC4|1960-08-16|
284|Sweden|SM|EU|14|18|59.3|18.1|7S 8S SA-SM||
285|US Virgin Islands|KP2|NA|8|11|18.3|-64.9|KP2 NP2 WP2 KV4<1979||
286|Uganda|5X|AF|37|48|0.3|32.6|5X||
287|Switzerland|HB|EU|14|28|46.9|7.4|HB HE||
288|Ukraine|UR|EU|16|29|50.5|30.5|EM-EO UR-UZ>1993 UB<1994 UT<1994 UY<1994 RB<1994 RT<1994||
289|United Nations Headquarters|4U#UN|NA|5|8|40.8|-74.0|4U#UN 4U##UN||
291|United States|K|NA|5|8|38.9|-77.0|AA-AK K N W =4U1WB||
292|Uzbekistan|UK|AS|17|30|41.3|69.2|UJ-UM>1993 UI<1994 RI<1994||
293|Viet Nam|3W|AS|26|49|21.0|105.8|3W XV||
294|Wales|GW|EU|14|27|52.3|-3.7|GC GW MC MW 2C 2W||
295|Vatican City|HV|EU|15|28|41.9|12.5|HV||
296|Serbia|YU|EU|15|28|44.8|20.5|YT YU YZ 4N 4O<2006||
297|Wake Island|KH9|OC|31|65|19.3|166.6|AH9 KH9 NH9 WH9 KW6<1979||
298|Wallis and Futuna Islands|FW|OC|32|62|-13.3|-176.2|FW||
299|West Malaysia|9M2|AS|28|54|3.1|101.7|9M 9W|1963-09-16|
301|Western Kiribati|T30|OC|31|65|1.4|173.0|T30||
302|Western Sahara|S0|AF|33|46|27.2|-13.2|S0||
303|Willis Island|VK9W|OC|30|55|-16.2|150.0|VK9W VI9W||
304|Bahrain|A9|AS|21|39|26.2|50.6|A9||
305|Bangladesh|S2|AS|22|41|23.7|90.4|S2 S3||
306|Bhutan|A5|AS|22|41|27.5|89.6|A5||
307|Zanzibar|VQ1|AF|37|53|-6.2|39.2|VQ1||1974-05-31
308|Costa Rica|TI|NA|7|11|9.9|-84.1|TE TI||
309|Myanmar|XZ|AS|26|49|16.8|96.2|XY XZ||
312|Cambodia|XU|AS|26|49|11.6|104.9|XU||
315|Sri Lanka|4S|AS|22|41|6.9|79.9|4P-4S||
318|China|BY|AS|24|44|39.9|116.4|3H-3U B BA-BL BN-BT BY BZ XS||
321|Hong Kong|VR|AS|24|44|22.3|114.2|VR VS6<1998||
324|India|VU|AS|22|41|28.6|77.2|8T-8Y AT-AW VT-VW||
327|Indonesia|YB|OC|28|54|-6.2|106.8|7A-7I 8A-8I JZ PK-PO YB-YH|1963-05-01|
330|Iran|EP|AS|21|40|35.7|51.4|9B-9D EP EQ||
333|Iraq|YI|AS|21|39|33.3|44.4|HN YI||
336|Israel|4X|AS|20|39|32.1|34.8|4X 4Z||
339|Japan|JA|AS|25|45|35.7|139.7|7J-7N 8J-8N JA-JS||
342|Jordan|JY|AS|20|39|32.0|35.9|JY||
344|Democratic People's Republic of Korea|P5|AS|25|44|39.0|125.8|HM P5-P9||
345|Brunei|V8|OC|28|54|4.9|114.9|V8||
348|Kuwait|9K|AS|21|39|29.4|48.0|9K||
354|Lebanon|OD|AS|20|39|33.9|35.5|OD||
363|Mongolia|JT|AS|23|32|47.9|106.9|JT-JV||
369|Nepal|9N|AS|22|42|27.7|85.3|9N||
370|Oman|A4|AS|21|39|23.6|58.5|A4||
372|Pakistan|AP|AS|21|41|33.7|73.1|6P-6S AP-AS||
375|Philippines|DU|OC|27|50|14.6|121.0|4D-4I DU-DZ||
376|Qatar|A7|AS|21|39|25.3|51.5|A7||
378|Saudi Arabia|HZ|AS|21|39|24.7|46.7|7Z 8Z HZ||
379|Seychelles|S7|AF|39|53|-4.6|55.5|S7||
381|Singapore|9V|AS|28|54|1.3|103.8|9V S6||
382|Djibouti|J2|AF|37|48|11.6|43.1|J2||
384|Syria|YK|AS|20|39|33.5|36.3|6C YK||
386|Taiwan|BV|AS|24|44|25.0|121.5|BM-BQ BU-BX||
387|Thailand|HS|AS|26|49|13.8|100.5|E2 HS||
390|Turkey|TA|AS|20|39|39.9|32.9|TA-TC YM||
391|United Arab Emirates|A6|AS|21|39|24.5|54.4|A6||
400|Algeria|7X|AF|33|37|36.8|3.1|7R 7T-7Y||
401|Angola|D2|AF|36|52|-8.8|13.2|D2 D3 CR6<1976||
402|Botswana|A2|AF|38|57|-24.7|25.9|8O A2||
404|Burundi|9U|AF|36|52|-3.4|29.4|9U|1962-07-01|
406|Cameroon|TJ|AF|36|47|3.9|11.5|TJ||
408|Central African Republic|TL|AF|36|47|4.4|18.6|TL|1960-08-13|
409|Cape Verde|D4|AF|35|46|14.9|-23.5|D4 CR4<1976||
410|Chad|TT|AF|36|47|12.1|15.0|TT|1960-08-11|
411|Comoros|D6|AF|39|53|-11.7|43.3|D6|1975-07-06|
412|Republic of the Congo|TN|AF|36|52|-4.3|15.3|TN|1960-08-15|
414|Democratic Republic of the Congo|9Q|AF|36|52|-4.3|15.3|9O-9T||
416|Benin|TY|AF|35|46|6.4|2.4|TY|1960-08-01|
420|Gabon|TR|AF|36|52|0.4|9.5|TR|1960-08-17|
422|The Gambia|C5|AF|35|46|13.5|-16.6|C5||
424|Ghana|9G|AF|35|46|5.6|-0.2|9G|1957-03-06|
428|Côte d'Ivoire|TU|AF|35|46|5.4|-4.0|TU|1960-08-07|
430|Kenya|5Z|AF|37|48|-1.3|36.8|5Y 5Z||
432|Lesotho|7P|AF|38|57|-29.3|27.5|7P||
434|Liberia|EL|AF|35|46|6.3|-10.8|5L 5M 6Z A8 D5 EL||
436|Libya|5A|AF|34|38|32.9|13.2|5A||
438|Madagascar|5R|AF|39|53|-18.9|47.5|5R 5S 6X||
440|Malawi|7Q|AF|37|53|-14.0|33.8|7Q||
442|Mali|TZ|AF|35|46|12.6|-8.0|TZ|1960-06-20|
444|Mauritania|5T|AF|35|46|18.1|-16.0|5T|1960-06-20|
446|Morocco|CN|AF|33|37|34.0|-6.8|5C-5G CN||
450|Nigeria|5N|AF|35|46|9.1|7.5|5N 5O||
452|Zimbabwe|Z2|AF|38|53|-17.8|31.0|Z2||
453|Réunion|FR|AF|39|53|-20.9|55.5|FR||
454|Rwanda|9X|AF|36|52|-1.9|30.1|9X|1962-07-01|
456|Senegal|6W|AF|35|46|14.7|-17.4|6V 6W|1960-06-20|
458|Sierra Leone|9L|AF|35|46|8.5|-13.2|9L||
460|Rotuma Island|3D2/R|OC|32|56|-12.5|177.1|3D2R||
462|South Africa|ZS|AF|38|57|-26.2|28.0|S8 ZR-ZU||
464|Namibia|V5|AF|38|57|-22.6|17.1|V5 ZS3<1991||
466|Sudan|ST|AF|34|48|15.6|32.5|6T 6U ST||
468|Eswatini|3DA|AF|38|57|-26.3|31.1|3DA-3DM 3D6<1990||
470|Tanzania|5H|AF|37|53|-6.2|35.7|5H 5I||
474|Tunisia|3V|AF|33|37|36.8|10.2|3V TS||
478|Egypt|SU|AF|34|38|30.0|31.2|6A 6B SSA-SSM SU||
480|Burkina Faso|XT|AF|35|46|12.4|-1.5|XT|1960-08-16|
482|Zambia|9J|AF|36|53|-15.4|28.3|9I 9J||
483|Togo|5V|AF|35|46|6.1|1.2|5V||
488|Walvis Bay|ZS9|AF|38|57|-23.0|14.5|ZS9|1977-09-01|1994-02-28
489|Conway Reef|3D2/C|OC|32|56|-21.7|174.6|3D2C||
490|Banaba Island|T33|OC|31|65|-0.9|169.5|T33||
492|Yemen|7O|AS|21|39|15.4|44.2|7O|1990-05-22|
493|Penguin Islands|ZS0|AF|38|57|-26.2|14.8|ZS0||1994-02-28
497|Croatia|9A|EU|15|28|45.8|16.0|9A|1991-06-26|
499|Slovenia|S5|EU|15|28|46.1|14.5|S5|1991-06-26|
501|Bosnia and Herzegovina|E7|EU|15|28|43.9|18.4|E7 T9<2008|1991-10-15|
502|North Macedonia|Z3|EU|15|28|42.0|21.4|Z3|1991-09-08|
503|Czech Republic|OK|EU|15|28|50.1|14.4|OK OL|1993-01-01|
504|Slovak Republic|OM|EU|15|28|48.7|19.7|OM|1993-01-01|
505|Pratas Island|BV9P|AS|24|44|20.7|116.7|BM9P BN9P BO9P BP9P BQ9P BU9P BV9P BW9P BX9P|1994-01-01|
506|Scarborough Reef|BS7|AS|27|50|15.1|117.5|BS7|1995-01-01|
507|Temotu Province|H40|OC|32|51|-10.7|165.8|H40|1998-04-01|
508|Austral Islands|FO/A|OC|32|63|-23.4|-149.5|=TX5AA =TX2A =TX5T =TX5D|1998-04-01|
509|Marquesas Islands|FO/M|OC|31|63|-8.9|-140.1|=TX5MQ =TX7MB =TX7M =TX7G =TX5A|1998-04-01|
510|Palestine|E4|AS|20|39|31.9|35.2|E4|1999-02-01|
511|Timor-Leste|4W|OC|28|54|-8.6|125.6|4W|2000-03-01|
512|Chesterfield Islands|FK/C|OC|30|56|-19.9|158.3|=TX3X =TX3A =TX9|2000-03-23|
513|Ducie Island|VP6/D|OC|32|63|-24.7|-124.8|=VP6D =VP6DX =VP6DI|2001-11-16|
514|Montenegro|4O|EU|15|28|42.4|19.3|4O|2006-06-28|
515|Swains Island|KH8/S|OC|32|62|-11.1|-171.1|AH8S KH8S NH8S WH8S|2006-07-22|
516|St. Barthélemy|FJ|NA|8|11|17.9|-62.8|FJ|2007-12-14|
517|Curaçao|PJ2|SA|9|11|12.1|-68.9|PJ2 PJ1 PJ0 PJ3 PJ9 PJ|2010-10-10|
518|Sint Maarten|PJ7|NA|8|11|18.0|-63.1|PJ7 PJ8|2010-10-10|
519|Saba and St. Eustatius|PJ5|NA|8|11|17.6|-63.2|PJ5 PJ6|2010-10-10|
520|Bonaire|PJ4|SA|9|11|12.2|-68.3|PJ4|2010-10-10|
521|South Sudan|Z8|AF|34|48|4.9|31.6|Z8|2011-07-14|
522|Kosovo|Z6|EU|15|28|42.7|21.2|Z6|2018-01-21|
`;
