/** Names of made-up people, and of places that are on no map, as they sound where a station is. */
export interface Naming {
  readonly names: readonly string[];
  readonly places: readonly string[];
}

/** For each way of naming: the entities by their prefixes, the names, and the places. */
const NAMINGS: readonly (readonly [string, string, string])[] = [
  [
    "CX LU CE CE0X CE0Y CE0Z CP OA HC HC8 HK HK0/A YV ZP EA EA6 EA8 EA9 XE CM HI TG YS YN HR HP TI KP4 3C C3",
    "Nahuel Lautaro Ximena Ramiro Itziar Yago Leire Anselmo Delfina Eulalia Fermín Graciela Hernán Íñigo",
    "Faro Viejo, Bajo Grande, Monte Liso, Punta Brava, Valle Hondo, Río Manso, Piedra Alta, Laguna Clara",
  ],
  [
    "PY PY0F CT CT3 CU D4 D2 C9 S9 J5 4W XX9",
    "Lívia Caetano Thiago Moacir Iracema Jurandir Benedita Aparício Elói Ondina",
    "Barra do Ipê, Serra Mansa, Porto Araçá, Vale das Garças, Praia Longa",
  ],
  [
    "K VE KL KH6 KP2 G GM GW GI GD GJ GU EI VK ZL ZL7 VK9N VK9L ZS 6Y 8P V2 V3 V4 J3 J6 J7 J8 VP2E VP2M VP2V VP5 VP8 VP9 C6 ZF ZB ZD7 ZD8 9Y 8R KH2 EL 9L",
    "Marlene Wendell Thaddeus Opal Merritt Lorna Clement Hattie Rufus Imogen Cuthbert Agnes",
    "Copper Hollow, Tamarack Point, Little Sandy, Gull Prairie, Cedar Gap, Thornby Marsh, Wick Haven",
  ],
  [
    "DL OE HB HB0 LX",
    "Friedhelm Anneliese Gottlieb Irmgard Ruprecht Walburga Eckhard Liesel",
    "Moorkate, Oberlinden, Steinfurth am See, Kaltwies, Hinterau",
  ],
  [
    "F TK FG FM FY FR FK FO FH FP ON 3A TU TR 6W TY 5V TZ XT TJ TN 9Q FS FJ FW 3B8",
    "Anatole Clotilde Gaspard Ysoline Firmin Apolline Séverin Mahaut",
    "Roquebrède, Saint-Aubry, Val-Perrin, Les Ormelles, Pont-Cendré",
  ],
  [
    "PA PJ2 PJ4 PJ5 PJ7 P4 PZ",
    "Wiebe Sjoukje Harmke Gerbrand Tjitske Lubbert",
    "Oosterveld, Kwadebeek, Zuiderkolk, Lageland",
  ],
  [
    "I IS 9H T7 1A HV",
    "Ottavio Fiorenza Ermanno Gisella Vincenzo Domitilla Nazzareno",
    "Borgo Ginestra, Montecavo, Rocca Salina, Pievelunga",
  ],
  [
    "SP OK OM S5 9A YU E7 Z3 LZ UR UA UA2 UA9 EU UN 4O ER EX UK",
    "Zdzislaw Bohumil Radoslav Milena Vesna Dragomir Lubomir Snezana Yaroslav Tamara",
    "Zelenogora, Stary Brod, Belopole, Dubrava, Jasenovo, Vysoka Lipa",
  ],
  ["HA", "Boldizsár Piroska Gergő Ilka Zsombor Etelka", "Kisberek, Nagyfenyves, Hosszúvölgy"],
  ["YO", "Ilinca Dorinel Sorina Costel Viorica Tudor", "Valea Lungă, Dealu Frumos, Poiana Rece"],
  ["OH OH0 OJ0 ES", "Aatos Kyllikki Urho Helmi Onni Tyyne", "Hiljalahti, Kuusikallio, Pitkäsuo, Vanhakoski"],
  ["LY YL", "Vytenis Rasa Gintaras Laima Ilmars Skaidrite", "Beržupė, Akmenlaukis, Ozolkalns, Garezers"],
  [
    "SM LA OZ OY TF JW JX OX",
    "Sunnva Torbjørn Ragnhild Hallvard Solveig Eskil Gudny Asbjörn",
    "Storvika, Lillesund, Nordhamn, Granlia, Steinvik",
  ],
  ["SV SV5 SV9 SV/A 5B", "Anthoula Stelios Evdokia Menelaos Kleio Thrasos", "Palaiokastri, Megali Ammos, Agia Varka"],
  ["TA 4J", "Nurhan Tuncay Fadime Cevdet Ayten Ferit", "Yeşilbük, Taşlıca, Karapınarköy"],
  ["ZA Z6", "Agim Drita Bujar Shpresa Luan Vjollca", "Gurëbardhë, Lugina e Re"],
  ["4L", "Tariel Eteri Guram Nestan", "Mtisdziri, Tetriskhevi"],
  ["EK", "Vardan Anahit Hrant Siranush", "Karadzor, Arevaberd"],
  [
    "CN 7X 3V SU 5A ST HZ A4 A6 A7 A9 9K JY YK YI OD 7O J2 5T E4 S0",
    "Idris Zahra Munir Salwa Tariq Nabila Yazid Huda",
    "Ain Zeitoun, Wadi Rimal, Bir Nakhla, Ras Sahab",
  ],
  ["4X", "Amitai Shulamit Yoav Nechama Gidon Tirza", "Givat Oren, Nahal Tzalul, Ein Rimon"],
  ["EP EY", "Behrouz Shirin Farhad Mahnaz", "Kuhsar, Deh-e Now"],
  [
    "9J 9G 5N 5Z 5H 5X A2 V5 Z2 7P 7Q 3DA 9X 9U TL ET C5 S7",
    "Mutale Themba Lindiwe Kofi Adwoa Chipo Tendai Wanjiru",
    "Rooiklip, Mawe Meusi, Nyanjani, Kopano",
  ],
  ["5R", "Rivo Voahangy Haja Lalao", "Ambohimanga Kely, Soavinala"],
  ["JA JD1/O JD1/M", "Haruto Sakiko Tetsuo Michiyo Kenzo Fumiko Noboru", "Kazahama, Aokawa, Shiomine, Tsukihara"],
  ["HL P5", "Dong-hyun Mi-kyung Sang-woo Eun-ji Ki-tae", "Cheongam, Haesan-ri, Baekgol"],
  ["BY BV VR BS7", "Weimin Xiulan Jianhua Meiling Zhigang Yufen", "Qingshan Wan, Baihe Zhen, Nanxi Cun"],
  [
    "VU VU4 VU7 S2 9N 4S AP A5",
    "Raghunath Sarojini Devendra Malati Prakash Vasanthi",
    "Neelgaon, Chandipur Kalan, Thenmalai",
  ],
  ["HS XW XU XZ 3W", "Somsak Malee Prasert Wanida Thawat", "Ban Khao Ngam, Nong Bua Thong"],
  [
    "YB 9M2 9M6 9V V8 DU T8",
    "Bambang Sulastri Hartono Ningsih Danilo Corazon",
    "Tanjung Sepi, Bukit Rindang, Kampung Hulu",
  ],
  ["JT", "Bataar Oyunaa Ganzorig Tsetseg", "Tsagaan Gol, Ulaan Uul"],
  [
    "3D2 3D2/R A3 5W YJ P2 H4 E5/N E5/S E6 C2 T2 T30 T31 T32 T33 V6 V7 KH8",
    "Sione Losa Tevita Mele Apisai Litia",
    "Motu Lahi, Vaitele, Nadogo",
  ],
];

const BY_PREFIX: ReadonlyMap<string, Naming> = new Map(
  NAMINGS.flatMap(([prefixes, names, places]) =>
    prefixes.split(" ").map((prefix) => [prefix, { names: names.split(" "), places: places.split(", ") }] as const),
  ),
);

/** The entities for which there are names, by their prefixes. */
export const NAMED: readonly string[] = NAMINGS.flatMap(([prefixes]) => prefixes.split(" "));

/** How people and places are called in an entity, by its prefix; undefined where nobody lives, or nothing is made up. */
export function namingOf(entityPrefix: string): Naming | undefined {
  return BY_PREFIX.get(entityPrefix);
}
