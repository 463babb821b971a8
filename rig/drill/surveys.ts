/** Surveys with everything in order, as a person writes them: of drills' houses, and of tests. Everything invented. */

/** One mat with everything in order. */
export const GOOD_MAT = {
  ratedWatts: 450,
  ratedVolts: 240,
  before: { ohms: 128, megohms: 550 },
  after: { ohms: 128.4, megohms: 500 },
  connection: { ohms: 128.2, megohms: 500 },
};
/** One 240 V, 450 W mat on 3.6 m² under tile, on foam board, in a bathroom with other heating. */
export const GOOD_FLOOR = {
  region: 'NA',
  supplyVolts: 240,
  firstToEarth: 120,
  secondToEarth: 120,
  breakerAmps: 20,
  mats: { m1: GOOD_MAT },
  areaSquareMetres: 3.6,
  covering: 'tile',
  build: 'board',
  beneath: 'ground',
  purpose: 'bath',
  probe: { ohms: 14_600, floorCelsius: 20.5, place: 'between' },
  roomCelsius: 20,
  outdoorCelsius: 4,
  slackMillimetres: 180,
  screenEarthed: true,
};
/** One 1,500 W baseboard on 240 V, two hots, four cores in the box. */
export const GOOD_HEATER = {
  region: 'NA',
  breakerAmps: 20,
  breakerPoles: 'two',
  wire: 'AWG 12',
  cables: {
    c1: { liveVolts: 240, firstToEarth: 120, secondToEarth: 120 },
    c2: { liveVolts: 0.3, ohms: 38.6, megohms: 350 },
  },
  heaters: { h1: { name: 'Bay', kind: 'baseboard', ratedWatts: 1500, ratedVolts: 240 } },
  areaSquareMetres: 14,
  lossWattsPerKelvin: 42,
  roomCelsius: 16,
  outdoorCelsius: 2,
};

export const MILLIVOLT = {
  region: 'NA',
  appliance: 'millivolt',
  looks: 'fireplace',
  pilot: 'lit',
  openMillivolts: 610,
  pileOhms: 2.4,
  coilOhms: 2.9,
  pullMillivolts: 180,
  loopOhms: 0.12,
  gauge: 'AWG 18',
  metres: 3,
  answers: 'yes',
  switches: { s1: { name: 'Limit', kind: 'limit', millivolts: 3 } },
};
export const OWN_24V = {
  region: 'NA',
  appliance: 'own-24v',
  looks: 'unit-heater',
  secondaryVolts: 26.4,
  transformerVA: 20,
  valveVA: 9,
  common: 'yes',
};
