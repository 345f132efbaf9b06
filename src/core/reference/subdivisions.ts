/** A primary administrative subdivision of an entity: a state, province, prefecture, oblast. */
export interface Subdivision {
  readonly entityCode: number;
  readonly code: string;
  readonly name: string;
  /** The CQ zone that follows from it, where one does. */
  readonly cqZone: number | null;
}

/**
 * entity code | CQ zone for all, or "" | code and name, separated by ";", with "@zone" behind where it differs.
 * Source: the ADIF standard, enumeration Primary_Administrative_Subdivision; zones from the published zone map.
 */
// prettier-ignore
const LINES = `
1||NS Nova Scotia@5;QC Québec;ON Ontario@4;MB Manitoba@4;SK Saskatchewan@4;AB Alberta@4;BC British Columbia@3;NT Northwest Territories@1;NB New Brunswick@5;NL Newfoundland and Labrador;YT Yukon@1;PE Prince Edward Island@5;NU Nunavut@2
6|1|AK Alaska
110|31|HI Hawaii
291||CT Connecticut@5;ME Maine@5;MA Massachusetts@5;NH New Hampshire@5;RI Rhode Island@5;VT Vermont@5;NJ New Jersey@5;NY New York@5;DE Delaware@5;DC District of Columbia@5;MD Maryland@5;PA Pennsylvania@5;AL Alabama@4;FL Florida@5;GA Georgia@5;KY Kentucky@4;NC North Carolina@5;SC South Carolina@5;TN Tennessee@4;VA Virginia@5;AR Arkansas@4;LA Louisiana@4;MS Mississippi@4;NM New Mexico@4;OK Oklahoma@4;TX Texas@4;CA California@3;AZ Arizona@3;ID Idaho@3;MT Montana@4;NV Nevada@3;OR Oregon@3;UT Utah@3;WA Washington@3;WY Wyoming@4;MI Michigan@4;OH Ohio@4;WV West Virginia@5;IL Illinois@4;IN Indiana@4;WI Wisconsin@4;CO Colorado@4;IA Iowa@4;KS Kansas@4;MN Minnesota@4;MO Missouri@4;NE Nebraska@4;ND North Dakota@4;SD South Dakota@4
50|6|COL Colima;DF Distrito Federal;CMX Ciudad de México;EMX Estado de México;GTO Guanajuato;HGO Hidalgo;JAL Jalisco;MIC Michoacán de Ocampo;MOR Morelos;NAY Nayarit;PUE Puebla;QRO Querétaro de Arteaga;TLX Tlaxcala;VER Veracruz-Llave;AGS Aguascalientes;BC Baja California;BCS Baja California Sur;CHH Chihuahua;COA Coahuila de Zaragoza;DGO Durango;NL Nuevo León;SLP San Luis Potosí;SIN Sinaloa;SON Sonora;TMS Tamaulipas;ZAC Zacatecas;CAM Campeche;CHS Chiapas;GRO Guerrero;OAX Oaxaca;QTR Quintana Roo;TAB Tabasco;YUC Yucatán
100|13|C Capital Federal;B Buenos Aires;S Santa Fe;H Chaco;P Formosa;X Córdoba;N Misiones;E Entre Ríos;T Tucumán;W Corrientes;M Mendoza;G Santiago del Estero;A Salta;J San Juan;D San Luis;K Catamarca;F La Rioja;Y Jujuy;L La Pampa;R Río Negro;U Chubut;Z Santa Cruz;V Tierra del Fuego;Q Neuquén
108|11|ES Espírito Santo;GO Goiás;SC Santa Catarina;SE Sergipe;AL Alagoas;AM Amazonas;TO Tocantins;AP Amapá;PB Paraíba;MA Maranhão;RN Rio Grande do Norte;PI Piauí;DF Distrito Federal;CE Ceará;AC Acre;MS Mato Grosso do Sul;RR Roraima;RO Rondônia;RJ Rio de Janeiro;SP São Paulo;RS Rio Grande do Sul;MG Minas Gerais;PR Paraná;BA Bahia;PE Pernambuco;PA Pará;MT Mato Grosso
112|12|II Antofagasta;III Atacama;I Tarapacá;XV Arica y Parinacota;IV Coquimbo;V Valparaíso;RM Región Metropolitana de Santiago;VI Libertador General Bernardo O'Higgins;VII Maule;VIII Bío-Bío;IX La Araucanía;XIV Los Ríos;X Los Lagos;XI Aisén del General Carlos Ibáñez del Campo;XII Magallanes
132|11|16 Alto Paraguay;19 Boquerón;15 Presidente Hayes;13 Amambay;01 Concepción;14 Canindeyú;02 San Pedro;ASU Asunción;11 Central;03 Cordillera;09 Paraguarí;06 Caazapá;05 Caaguazú;04 Guairá;08 Misiones;12 Ñeembucú;10 Alto Paraná;07 Itapúa
137|25|A Seoul-teukbyeolsi;N Incheon-gwangyeoksi;D Daejeon-gwangyeoksi;C Gangwon-do;G Gyeonggi-do;B Chungcheongbuk-do;E Chungcheongnam-do;J Daegu-gwangyeoksi;K Gyeongsangbuk-do;H Busan-gwangyeoksi;I Ulsan-gwangyeoksi;L Gyeongsangnam-do;M Jeju-do;O Gwangju-gwangyeoksi;P Jeollabuk-do;Q Jeollanam-do
144|13|MO Montevideo;CA Canelones;SJ San José;CO Colonia;SO Soriano;RN Río Negro;PA Paysandú;SA Salto;AR Artigas;FD Florida;FS Flores;DU Durazno;TA Tacuarembó;RV Rivera;MA Maldonado;LA Lavalleja;RO Rocha;TT Treinta y Tres;CL Cerro Largo
148|9|AM Amazonas;AN Anzoátegui;AP Apure;AR Aragua;BA Barinas;BO Bolívar;CA Carabobo;CO Cojedes;DA Delta Amacuro;DC Distrito Capital;FA Falcón;GU Guárico;LA Lara;ME Mérida;MI Miranda;MO Monagas;NE Nueva Esparta;PO Portuguesa;SU Sucre;TA Táchira;TR Trujillo;VA Vargas;YA Yaracuy;ZU Zulia
150||ACT Australian Capital Territory@30;NSW New South Wales@30;VIC Victoria@30;QLD Queensland@30;SA South Australia@30;WA Western Australia@29;TAS Tasmania@30;NT Northern Territory@29
170|32|AUK Auckland;BOP Bay of Plenty;NTL Northland;WKO Waikato;GIS Gisborne;HKB Hawkes Bay;MWT Manawatū-Whanganui;TKI Taranaki;WGN Wellington;CAN Canterbury;MBH Marlborough;NSN Nelson;TAS Tasman;WTC West Coast;OTA Otago;STL Southland
339|25|12 Chiba;16 Gunma;14 Ibaraki;11 Kanagawa;13 Saitama;15 Tochigi;10 Tokyo;17 Yamanashi;20 Aichi;19 Gifu;21 Mie;18 Shizuoka;27 Hyogo;22 Kyoto;24 Nara;25 Osaka;23 Shiga;26 Wakayama;35 Hiroshima;31 Okayama;32 Shimane;34 Tottori;33 Yamaguchi;38 Ehime;36 Kagawa;39 Kochi;37 Tokushima;40 Fukuoka;46 Kagoshima;43 Kumamoto;45 Miyazaki;42 Nagasaki;44 Oita;47 Okinawa;41 Saga;04 Akita;02 Aomori;07 Fukushima;03 Iwate;06 Miyagi;05 Yamagata;01 Hokkaido;29 Fukui;30 Ishikawa;28 Toyama;09 Nagano;08 Niigata
318||AH Anhui@24;BJ Beijing@24;CQ Chongqing@24;FJ Fujian@24;GD Guangdong@24;GS Gansu@23;GX Guangxi Zhuangzu@24;GZ Guizhou@24;HA Henan@24;HB Hubei@24;HE Hebei@24;HI Hainan@24;HL Heilongjiang@24;HN Hunan@24;JL Jilin@24;JS Jiangsu@24;JX Jiangxi@24;LN Liaoning@24;NM Nei Mongol@23;NX Ningxia Huizu@23;QH Qinghai@23;SC Sichuan@24;SD Shandong@24;SH Shanghai@24;SN Shaanxi@24;SX Shanxi@24;TJ Tianjin@24;XJ Xinjiang Uygur@23;XZ Xizang@23;YN Yunnan@24;ZJ Zhejiang@24
54||SP City of St. Petersburg@16;LO Leningradskaya oblast@16;KL Republic of Karelia@16;AR Arkhangelsk@16;NO Nenetsky Autonomous okrug@16;VO Vologda@16;NV Novgorodskaya oblast@16;PS Pskov@16;MU Murmansk@16;MA City of Moscow@16;MO Moscowskaya oblast@16;OR Oryol@16;LP Lipetskaya oblast@16;TV Tverskaya oblast@16;SM Smolenskaya oblast@16;YR Yaroslavskaya oblast@16;KS Kostromskaya oblast@16;TL Tulskaya oblast@16;VR Voronezhskaya oblast@16;TB Tambovskaya oblast@16;RA Ryazanskaya oblast@16;NN Nizhni Novgorod@16;IV Ivanovskaya oblast@16;VL Vladimirskaya oblast@16;KU Kurskaya oblast@16;KG Kaluzhskaya oblast@16;BR Bryanskaya oblast@16;BO Belgorodskaya oblast@16;VG Volgogradskaya oblast@16;SA Saratovskaya oblast@16;PE Penzenskaya oblast@16;SR Samarskaya oblast@16;UL Ulyanovskaya oblast@16;KI Kirovskaya oblast@16;TA Republic of Tataria@16;MR Republic of Marij-El@16;MD Republic of Mordovia@16;UD Republic of Udmurtia@16;CU Republic of Chuvashia@16;KR Krasnodarsky Kraj@16;KC Republic of Karachaevo-Cherkessia@16;ST Stavropolsky Kraj@16;KM Republic of Kalmykia@16;SO Republic of Northern Ossetia@16;RO Rostovskaya oblast@16;CN Republic Chechnya@16;IN Republic of Ingushetia@16;AO Astrakhanskaya oblast@16;DA Republic of Daghestan@16;KB Republic of Kabardino-Balkaria@16;AD Republic of Adygeya@16;PM Permsky Kraj@17;KO Republic of Komi@17;OB Orenburgskaya oblast@16;BA Republic of Bashkortostan@16
15||CB Chelyabinskaya oblast@17;SV Sverdlovskaya oblast@17;TO Tomskaya oblast@18;HM Khanty-Mansyisky Autonomous okrug@17;YN Yamalo-Nenetsky Autonomous okrug@17;TN Tyumenskaya oblast@17;OM Omskaya oblast@17;NS Novosibirskaya oblast@18;KN Kurganskaya oblast@17;KE Kemerovskaya oblast@18;AL Altaysky Kraj@18;GA Republic Gorny Altay@18;KK Krasnoyarsk@18;TM Taymyr Autonomous okrug@18;HK Khabarovsky Kraj@19;EA Yevreyskaya Autonomous oblast@19;SL Sakhalinskaya oblast@19;EV Evenkiysky Autonomous okrug@18;MG Magadanskaya oblast@19;AM Amurskaya oblast@19;CK Chukotka Autonomous okrug@19;PK Primorsky Kraj@19;BU Republic of Buryatia@18;YA Republic of Yakutia@19;IR Irkutskaya oblast@18;CT Zabaykalsky Kraj@18;HA Republic of Khakassia@18;KY Koryaksky Autonomous okrug@19;TU Republic of Tuva@23;KT Kamchatskaya oblast@19
126|15|KA Kaliningradskaya oblast
288|16|SU Sumska;TE Ternopilska;CH Cherkaska;ZA Zakarpatska;DN Dnipropetrovska;OD Odeska;HE Khersonska;PO Poltavska;DO Donetska;RI Rivnenska;HA Kharkivska;LU Luhanska;VI Vinnytska;VO Volynska;ZP Zaporizka;CR Chernihivska;IF Ivano-Frankivska;HM Khmelnytska;KV Kyiv;KO Kyivska;KI Kirovohradska;LV Lvivska;ZH Zhytomyrska;CN Chernivetska;NI Mykolaivska;KR Krym;SL Sevastopol
27|16|BR Brest;GR Grodno;MI Minsk;MO Mogilev;VI Vitebsk;GO Gomel;MG City of Minsk
21|14|IB Baleares
29|33|GC Las Palmas;TF Tenerife
32|33|CE Ceuta;ML Melilla
281|14|AV Ávila;BU Burgos;C A Coruña;LE León;LO La Rioja;LU Lugo;O Asturias;OU Ourense;P Palencia;PO Pontevedra;S Cantabria;SA Salamanca;SG Segovia;SO Soria;VA Valladolid;ZA Zamora;BI Vizcaya;HU Huesca;NA Navarra;SS Guipúzcoa;TE Teruel;VI Álava;Z Zaragoza;B Barcelona;GI Girona;L Lleida;T Tarragona;BA Badajoz;CC Cáceres;CR Ciudad Real;CU Cuenca;GU Guadalajara;M Madrid;TO Toledo;A Alicante;AB Albacete;CS Castellón;MU Murcia;V Valencia;AL Almería;CA Cádiz;CO Córdoba;GR Granada;H Huelva;J Jaén;MA Málaga;SE Sevilla
149|14|AC Açores
256|33|MD Madeira
272|14|AV Aveiro;BJ Beja;BR Braga;BG Bragança;CB Castelo Branco;CO Coimbra;EV Évora;FR Faro;GD Guarda;LR Leiria;LX Lisboa;PG Portalegre;PT Porto;SR Santarém;ST Setúbal;VC Viana do Castelo;VR Vila Real;VS Viseu
225|15|CA Cagliari;CI Carbonia Iglesias;MD Medio Campidano;NU Nuoro;OG Ogliastra;OR Oristano;OT Olbia Tempio;SS Sassari;SU Sud Sardegna
248|15|GE Genova;IM Imperia;SP La Spezia;SV Savona;AL Alessandria;AT Asti;BI Biella;CN Cuneo;NO Novara;TO Torino;VB Verbano Cusio Ossola;VC Vercelli;AO Aosta;BG Bergamo;BS Brescia;CO Como;CR Cremona;LC Lecco;LO Lodi;MB Monza e Brianza;MN Mantova;MI Milano;PV Pavia;SO Sondrio;VA Varese;BL Belluno;PD Padova;RO Rovigo;TV Treviso;VE Venezia;VR Verona;VI Vicenza;BZ Bolzano;TN Trento;GO Gorizia;PN Pordenone;TS Trieste;UD Udine;BO Bologna;FE Ferrara;FC Forlì-Cesena;MO Modena;PR Parma;PC Piacenza;RA Ravenna;RE Reggio Emilia;RN Rimini;AR Arezzo;FI Firenze;GR Grosseto;LI Livorno;LU Lucca;MS Massa Carrara;PT Pistoia;PI Pisa;PO Prato;SI Siena;CH Chieti;AQ L'Aquila;PE Pescara;TE Teramo;AN Ancona;AP Ascoli Piceno;FM Fermo;MC Macerata;PU Pesaro e Urbino;MT Matera;PZ Potenza;BA Bari;BT Barletta-Andria-Trani;BR Brindisi;FG Foggia;LE Lecce;TA Taranto;CZ Catanzaro;CS Cosenza;KR Crotone;RC Reggio Calabria;VV Vibo Valentia;AV Avellino;BN Benevento;CE Caserta;NA Napoli;SA Salerno;IS Isernia;CB Campobasso;FR Frosinone;LT Latina;RI Rieti;RM Roma;VT Viterbo;PG Perugia;TR Terni;AG Agrigento;CL Caltanissetta;CT Catania;EN Enna;ME Messina;PA Palermo;RG Ragusa;SR Siracusa;TP Trapani
230|14|BB Brandenburg;BE Berlin;BW Baden-Württemberg;BY Freistaat Bayern;HB Freie Hansestadt Bremen;HE Hessen;HH Freie und Hansestadt Hamburg;MV Mecklenburg-Vorpommern;NI Niedersachsen;NW Nordrhein-Westfalen;RP Rheinland-Pfalz;SL Saarland;SH Schleswig-Holstein;SN Freistaat Sachsen;ST Sachsen-Anhalt;TH Freistaat Thüringen
263|14|DR Drenthe;FR Friesland;GR Groningen;NB Noord-Brabant;OV Overijssel;ZH Zuid-Holland;FL Flevoland;GD Gelderland;LB Limburg;NH Noord-Holland;UT Utrecht;ZL Zeeland
209|14|AN Antwerpen;BR Brussels;BW Brabant Wallon;HT Hainaut;LB Limburg;LG Liège;NM Namur;LU Luxembourg;OV Oost-Vlaanderen;VB Vlaams Brabant;WV West-Vlaanderen
287|14|AG Aargau;AR Appenzell Ausserrhoden;AI Appenzell Innerrhoden;BL Basel-Landschaft;BS Basel-Stadt;BE Bern;FR Fribourg;GE Genève;GL Glarus;GR Graubünden;JU Jura;LU Luzern;NE Neuchâtel;NW Nidwalden;OW Obwalden;SH Schaffhausen;SZ Schwyz;SO Solothurn;SG St. Gallen;TI Ticino;TG Thurgau;UR Uri;VD Vaud;VS Valais;ZH Zürich;ZG Zug
269|15|Z Zachodniopomorskie;F Pomorskie;P Kujawsko-Pomorskie;B Lubuskie;W Wielkopolskie;J Warmińsko-Mazurskie;O Podlaskie;R Mazowieckie;D Dolnośląskie;U Opolskie;C Łódzkie;S Świętokrzyskie;K Podkarpackie;L Lubelskie;G Śląskie;M Małopolskie
275|20|AR Arad;CS Caraș-Severin;HD Hunedoara;TM Timiș;BU București;IF Ilfov;BR Brăila;CT Constanța;GL Galați;TL Tulcea;VN Vrancea;AB Alba;BH Bihor;BN Bistrița-Năsăud;CJ Cluj;MM Maramureș;SJ Sălaj;SM Satu Mare;BV Brașov;CV Covasna;HR Harghita;MS Mureș;SB Sibiu;AG Argeș;DJ Dolj;GJ Gorj;MH Mehedinți;OT Olt;VL Vâlcea;BC Bacău;BT Botoșani;IS Iași;NT Neamț;SV Suceava;VS Vaslui;BZ Buzău;CL Călărași;DB Dâmbovița;GR Giurgiu;IL Ialomița;PH Prahova;TR Teleorman
239|15|GY Győr;VA Vas;ZA Zala;KO Komárom;VE Veszprém;BA Baranya;SO Somogy;TO Tolna;FE Fejér;BP Budapest;HE Heves;NG Nógrád;PE Pest;SZ Szolnok;BN Bács-Kiskun;BE Békés;CS Csongrád;BO Borsod;HB Hajdú-Bihar;SA Szabolcs
212|20|BU Burgas;SL Sliven;YA Yambol;SO Sofija Grad;SF Sofija;PN Pernik;GA Gabrovo;LV Lovech;PL Pleven;VT Veliko Tarnovo;MN Montana;VD Vidin;VR Vratsa;RZ Razgrad;RS Ruse;SS Silistra;TA Targovishte;DO Dobrich;SN Shumen;VN Varna;HA Haskovo;KA Kardjali;SZ Stara Zagora;PA Pazardjik;PD Plovdiv;SM Smoljan;BL Blagoevgrad;KD Kyustendil
497|15|01 Zagrebačka županija;02 Krapinsko-Zagorska županija;03 Sisačko-Moslavačka županija;04 Karlovačka županija;05 Varaždinska županija;06 Koprivničko-Križevačka županija;07 Bjelovarsko-Bilogorska županija;08 Primorsko-Goranska županija;09 Ličko-Senjska županija;10 Virovitičko-Podravska županija;11 Požeško-Slavonska županija;12 Brodsko-Posavska županija;13 Zadarska županija;14 Osječko-Baranjska županija;15 Šibensko-Kninska županija;16 Vukovarsko-Srijemska županija;17 Splitsko-Dalmatinska županija;18 Istarska županija;19 Dubrovačko-Neretvanska županija;20 Međimurska županija;21 Grad Zagreb
245|14|CW Carlow;CN Cavan;CE Clare;C Cork;DL Donegal;D Dublin;G Galway;KY Kerry;KE Kildare;KK Kilkenny;LS Laois;LM Leitrim;LK Limerick;LD Longford;LH Louth;MO Mayo;MH Meath;MN Monaghan;OY Offaly;RN Roscommon;SO Sligo;TA Tipperary;WD Waterford;WH Westmeath;WX Wexford;WW Wicklow
284|14|AB Stockholms län;I Gotlands län;BD Norrbottens län;AC Västerbottens län;X Gävleborgs län;Z Jämtlands län;Y Västernorrlands län;W Dalarnas län;S Värmlands län;O Västra Götalands län;T Örebro län;E Östergötlands län;D Södermanlands län;C Uppsala län;U Västmanlands län;N Hallands län;K Blekinge län;F Jönköpings län;H Kalmar län;G Kronobergs län;L Skåne län;M Skåne län (Malmöhus)
163|28|NCD National Capital District;CPM Central;CPK Chimbu;EHG Eastern Highlands;EBR East New Britain;ESW East Sepik;EPW Enga;GPK Gulf;MPM Madang;MRL Manus;MBA Milne Bay;MPL Morobe;NIK New Ireland;NPP Northern;NSB North Solomons;SAN Sandaun;SHM Southern Highlands;WPD Western;WHM Western Highlands;WBK West New Britain
`;

export const SUBDIVISIONS: readonly Subdivision[] = LINES.trim()
  .split("\n")
  .flatMap((line) => {
    const [entityCode, zoneOfAll, entries = ""] = line.split("|");
    return entries.split(";").map((entry) => {
      const [, code = "", name = "", zone = zoneOfAll] = /^(\S+) ([^@]+)(?:@(\d+))?$/.exec(entry) ?? [];
      return { entityCode: Number(entityCode), code, name, cqZone: zone ? Number(zone) : null };
    });
  });

const BY_ENTITY = new Map<number, Map<string, Subdivision>>();
for (const subdivision of SUBDIVISIONS) {
  const ofEntity = BY_ENTITY.get(subdivision.entityCode) ?? new Map<string, Subdivision>();
  BY_ENTITY.set(subdivision.entityCode, ofEntity.set(subdivision.code, subdivision));
}

/** A subdivision by its entity and code; undefined where the table has none of that code. */
export function subdivisionOf(entityCode: number, code: string): Subdivision | undefined {
  return BY_ENTITY.get(entityCode)?.get(code.trim().toUpperCase());
}

/** All subdivisions of an entity, in the standard's order; empty where the table has none. */
export function subdivisionsOf(entityCode: number): readonly Subdivision[] {
  return [...(BY_ENTITY.get(entityCode)?.values() ?? [])];
}
