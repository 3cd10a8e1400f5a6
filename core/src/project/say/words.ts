/** Words that a sentence typed by hand is read by: what they name, most telling first. All from common practice. */
import type { LoadKind, SignalNature, Watched } from '../../kinds/index.ts';

/** Words of a load, and what kind of load it is. The name that was typed stays. */
export const LOAD_WORDS: readonly (readonly [words: RegExp, kind: LoadKind])[] = [
  [/\bclutch(?:es)?\b/, 'solenoid'],
  [/\bleds?\b|\bled (?:lamp|light|bar|strip)s?\b|\blight bars?\b/, 'led'],
  [/\b(?:heat|heating|infra-?red|ir|basking|brooder|brooding|warming|terrarium) (?:lamp|light|bulb|spot)s?\b/, 'heat-lamp'],
  [/\b[a-z]*lamps?\b|\b[a-z]*lights?\b|\bbulbs?\b|\bbeams?\b|\bfloods?\b|\bspots?\b/, 'filament'],
  [
    /\bheat(?:er|ers|ing)\b|\belements?\b|\bovens?\b|\bkilns?\b|\bboilers?\b|\bkettles?\b|\bdew strips?\b|\bglow ?plugs?\b|\bheat(?:ed)? (?:mat|pad|seat|screen|grip|blanket)s?\b|\bdefrosters?\b/,
    'heater',
  ],
  [
    /\bfans?\b|\bblowers?\b|\bpumps?\b|\bmotors?\b|\bwinch(?:es)?\b|\bwipers?\b|\bcompressors?\b|\bdrills?\b|\bextractors?\b|\bvacuums?\b|\bvacuum cleaners?\b|\bsaws?\b|\bgrinders?\b|\bmixers?\b/,
    'motor',
  ],
  [/\bsolenoids?\b|\bvalves?\b|\bhorns?\b|\block(?:s|ing)?\b|\bclutch(?:es)?\b|\bfuel cut\b|\bbells?\b|\bcontactors?\b/, 'solenoid'],
  [
    /\bradios?\b|\bcameras?\b|\b(?:dash ?|web)?cams?\b|\blaptops?\b|\bphones?\b|\btablets?\b|\btelevisions?\b|\btvs?\b|\bprinters?\b|\bmodems?\b|\bamplifiers?\b|\bcomputers?\b|\bscreens?\b|\brouters?\b|\bfridges?\b|\bchargers?\b|\bbuzzers?\b|\bbeepers?\b|\bsirens?\b|\balarms?\b|\belectronics\b|\bpower suppl(?:y|ies)\b|\binverters?\b|\bconverters?\b|\bignition (?:box|module|unit)(?:es|s)?\b/,
    'electronics',
  ],
  [/\bvariable (?:auto-?)?transformers?\b/, 'variable-transformer'],
  [/\btransformers?\b/, 'transformer'],
  [/\boutlets?\b|\breceptacles?\b|\bsockets?\b|\bpower points?\b/, 'outlet'],
];

export type Quantity = 'temperature' | 'voltage' | 'pressure' | Watched;

/** Of a sensor with electronics: fed by what its job's coil hangs on, once there is one. */
const FED = { fedBy: 'control' } as const;
export interface SignalWord {
  readonly words: RegExp;
  readonly nature: SignalNature;
  /** What is set beside the nature's own beginning. */
  readonly begins?: Readonly<Record<string, unknown>>;
  /** What a number beside it is of: one in another unit, or in none, is not read. */
  readonly measures?: Quantity;
  /** It is on while it stands open: a door, not a contact. */
  readonly opens?: true;
  /** What the sentence is understood to mean, in words. */
  readonly means: string;
}
/** Two buttons of which one that is taped down does nothing. */
const TWO_HAND: SignalWord = {
  words: /\btwo-hand(?:ed)? (?:station|control|relay|device|buttons?)\b/,
  nature: 'two-hand',
  means: 'a two-hand station: both buttons within half a second, both let go in between',
};
/** A contact of a temperature controller; of the project’s, where it has one. */
const ALARM: SignalWord = {
  words: /\balarm (?:contact|output|relay)s?\b/,
  nature: 'threshold',
  begins: { alarmOf: 'control' },
  measures: 'temperature',
  means: 'the alarm contact of the temperature controller',
};
export const SIGNAL_WORDS: readonly SignalWord[] = [
  TWO_HAND,
  ALARM,
  { words: /\btemperature controllers?\b|\bregulators?\b/, nature: 'regulator', means: 'a temperature controller’s output' },
  {
    words: /\bbuttons?\b|\bpush(?:es)?\b/,
    nature: 'switch',
    begins: { action: 'momentary' },
    means: 'a button, made only while it is pressed',
  },
  {
    words: /\bthermostats?\b|\bthermal switch(?:es)?\b|\btemperature switch(?:es)?\b/,
    nature: 'ground-switch',
    means: 'a switch to ground that closes when it is hot',
  },
  { words: /\bpressure\b/, nature: 'pressure', measures: 'pressure', means: 'a pressure switch' },
  {
    words: /\bdoors?\b|\btailgates?\b|\bbonnets?\b|\bhatch(?:es)?\b|\blids?\b/,
    nature: 'ground-switch',
    opens: true,
    means: 'a switch to ground that closes when it opens',
  },
  {
    words: /\b(?:motion|movement|light|rain|distance|proximity|presence) (?:sensors?|detectors?)\b/,
    nature: 'switch',
    begins: FED,
    means: 'a sensor that is fed, with a contact of its own',
  },
  {
    words: /\b(?:water|level) (?:sensors?|detectors?)\b/,
    nature: 'switch',
    means: 'a sensor with a contact of its own',
  },
  {
    words: /\bthrottle\b|\baccelerator\b/,
    nature: 'switch',
    means: 'a switch at the throttle that closes when it is wide open',
  },
  { words: /\bhand ?brake\b/, nature: 'ground-switch', means: 'a switch to ground that closes when it is on' },
  { words: /\bswitch(?:es)?\b|\btoggles?\b|\blevers?\b|\bfloats?\b/, nature: 'switch', means: 'a switch with two terminals' },
  { words: /\bkey\b|\bignition\b/, nature: 'feed', begins: { keyOn: true }, means: 'the feed that is live with the key' },
  { words: /\breceivers?\b|\bremotes?\b|\bphone links?\b/, nature: 'receiver', means: 'a radio receiver with a contact' },
  {
    words: /\bpins?\b|\bcontrollers?\b|\bboards?\b|\boutputs?\b|\bmicrocontrollers?\b|\bgpio\b|^(?:[adg]|io|gpio)\d{1,2}$/,
    nature: 'pin',
    means: 'a controller’s pin',
  },
  {
    words:
      /\bfeeds?\b|\bturn signals?\b|\bwinkers?\b|\bblinkers?\b|\bwipers?\b|\breverse gear\b|\blights?\b|\blighting\b|\bheadl(?:ight|amp)s?\b|\bbeams?\b|\bindicators?\b|\bwires?\b|\blamps?\b|\balternators?\b/,
    nature: 'feed',
    begins: { keyOn: false, limitA: 10 },
    means: 'a live wire of the vehicle that is there already',
  },
];

/** What a number without a unit is of, by the name that it stands beside; of anything else it is not read. */
export const MEASURED: readonly (readonly [words: RegExp, quantity: 'voltage' | 'temperature' | null])[] = [
  [/\bpressure\b|\bspeed\b|\blevel\b|\bcurrent\b|\bhumidity\b/, null],
  [/\bvolt(?:age|s)?\b|\bbatter(?:y|ies)\b/, 'voltage'],
  [/\btemperatures?\b|\bheat\b|\bovens?\b|\bkilns?\b|\bcoolant\b|\bwater\b|\bair\b|\bengine\b|\broom\b|\bradiator\b/, 'temperature'],
];

/** What people say of a thing that senses: it has no name of its own and no state beside it. */
export const SENSED: readonly { readonly said: RegExp; readonly name: string; readonly isOff?: true; readonly word: SignalWord }[] =
  (() => {
    const motion: SignalWord = {
      words: /\bmovement\b|\bmotion\b/,
      nature: 'switch',
      begins: { action: 'momentary', ...FED },
      means: 'a motion sensor with a contact of its own',
    };
    const dark: SignalWord = {
      words: /\bdarkness\b/,
      nature: 'switch',
      begins: FED,
      means: 'a light sensor whose contact closes in the dark',
    };
    const running: SignalWord = {
      words: /\bengine\b/,
      nature: 'feed',
      begins: { keyOn: true, limitA: 5 },
      means: 'a feed of the vehicle that is live while its engine runs',
    };
    const cranking: SignalWord = {
      words: /\bcrank/,
      nature: 'feed',
      begins: { keyOn: true, starter: true, limitA: 5 },
      means: 'the feed of the starter, live just while the engine is cranked',
    };
    const rain: SignalWord = { words: /\brain\b/, nature: 'switch', begins: FED, means: 'a rain sensor with a contact of its own' };
    const dry: SignalWord = {
      words: /\bsoil\b/,
      nature: 'switch',
      begins: FED,
      means: 'a moisture sensor whose contact closes in dry soil',
    };
    const float = (state: string): SignalWord => ({
      words: /\btank\b/,
      nature: 'switch',
      means: `a float switch that closes when it is ${state}`,
    });
    return [
      { said: /^(?:the |my )?(?:soil|garden bed|flower bed) (?:is|gets) dry\b/, name: 'dry soil', word: dry },
      {
        said: /^(?:the |my )?(?:water |waste )?(?:tank|sump|cistern|barrel) (?:is|gets|runs) full\b/,
        name: 'full tank',
        word: float('full'),
      },
      {
        said: /^(?:the |my )?(?:water |waste )?(?:tank|sump|cistern|barrel) (?:is|gets|runs) empty\b/,
        name: 'empty tank',
        word: float('empty'),
      },
      { said: /^(?:there is )?(?:any )?(?:movement|motion)(?: is)? (?:sensed|detected|seen)\b/, name: 'movement', word: motion },
      { said: /^(?:there is )(?:any )?(?:movement|motion)\b/, name: 'movement', word: motion },
      {
        said: /^(?:somebody|someone|anybody|something|anything) (?:is )?(?:moves|moving|walks by|comes|passes)\b/,
        name: 'movement',
        word: motion,
      },
      {
        said: /^(?:the |my )?(?:engine (?:is )?(?:running|runs|started)|alternator (?:is )?(?:charging|charges|running|runs|on))\b/,
        name: 'engine running',
        word: running,
      },
      {
        said: /^(?:the |my )?engine (?:stops|stopped|is (?:off|stopped|not running))\b/,
        name: 'engine running',
        isOff: true,
        word: running,
      },
      {
        said: /^(?:(?:the |my )?(?:engine|starter) (?:is )?(?:cranked|cranking|cranks|being cranked)|cranking)\b/,
        name: 'cranking',
        word: cranking,
      },
      {
        said: /^(?:both|the two|two) (?:hand )?buttons (?:are |have been )?(?:pressed|held|pushed) (?:within (?:half a second|0[.,]5 ?s(?:econds?)?)(?: of each other)?|at the same (?:time|moment)|together)\b/,
        name: 'two-hand station',
        word: TWO_HAND,
      },
      { said: /^it (?:is|gets) (?:dark|night)\b/, name: 'darkness', word: dark },
      {
        said: /^(?:it (?:is|gets) (?:light|day|sunny|bright)(?!er)|the sun (?:shines|is (?:up|out|shining)))\b/,
        name: 'darkness',
        isOff: true,
        word: dark,
      },
      { said: /^it (?:rains|is raining)\b/, name: 'rain', word: rain },
    ];
  })();

/** Where one stands wet, or on the ground: of a thing or a place that is called so (common practice). */
export const WET_WORDS =
  /\b(?:outdoors?|outside|gardens?|ponds?|pools?|fountain|bath(?:room|tub)?|showers?|sauna|patio|terrace|lawn|greenhouse|sprinklers?|irrigation|aquarium|laundry)\b/i;

/** How often, how sure, and how two things hang together: of a thing itself nobody says so. */
const ASIDE = String.raw`always|usually|mostly|sometimes|rarely|seldom|hardly|barely|briefly|nearly|almost|partly|again|still|already|yet|finally|later|soon|simultaneously|alternately|perhaps|maybe|possibly|probably|several|some|few|many|solely|merely|even|also|too|rather|apart from|beyond|since|against|despite|whichever|whatever|unlike|as well as|along with|together with|because|although|though|provided|lest|so long as|in case|zero|inverse|inverted|reversed|(?:the )?(?:inverse|opposite|reverse|loss|lack|absence|failure) of`;
/** An article with a word before it that leads to no thing: *always the key*. */
const LOOSE_ARTICLE = String.raw`(?<!\b(?:over|under|above|below|behind|beside|in|on|at|of|by|near|for|to|from|inside|outside|round|around|across|through|via|with|and|or))(?<=[a-z]) (?:the|an?|my) (?=[a-z\d])`;
const NOT_A_NAME = new RegExp(
  String.raw`\b(?:${ASIDE})(?![\w-])|${LOOSE_ARTICLE}|\b(?:twice|together|both|before|after|during|between|past|opposite|fully|first)$|^(?:for|from|of|to|with|by|at|than|between|during|before|after|each) `,
);
/** Whether it holds what is said about a thing, and is no name of one. */
export const isAside = (name: string): boolean => NOT_A_NAME.test(name);

/** Words that turn a meaning round or bound it: a name never holds one, so that nothing runs when it must not. */
export const TURNING =
  /\b(?:exactly|precisely|just|alone|one of|two of|no|not|never|neither|nor|none|nothing|without|except|unless|until|till|but|only|otherwise|else|instead|stops?|off|when|while|if|is|are|was|any|all|every|than|less|more|least|most|about)\b|n't\b/;
/** The same for a load, whose words also end where its wiring begins. */
export const NO_LOAD =
  /\b(?:with|via|through|fuses?|wires?|cables?|breakers?|together|total|for|after|before|slowly|slower|faster|backwards?|twice|brighter|darker|louder|quieter|during|between|(?!(?:supply|assembly|family|belly|dolly|butterfly)\b)[a-z]{3,}ly|(?:mon|tues|wednes|thurs|fri|satur|sun)days?|(?:at|by|on|in|every|each)(?: the)? (?:weekdays?|weekends?|nights?|mornings?|evenings?|afternoons?|noon|midnight|dawn|dusk|winter|summer)|o'clock|reverse(?! (?:lamps?|lights?|bulbs?|buzzers?|beepers?|alarms?|bells?|horns?|sirens?|cameras?|contactors?|switch|relays?|gear))|half|dim(?:med)?)\b|%|\bpercent\b|\b(?:above|below|over|under) -?\d|\d:\d\d|\bin (?:series|turns?|sequence|order|pairs|pulses)\b|\binside out\b|\b(?:in|at) (?:(?:the|a|an|this|that) )?(?:\w+ )?(?:directions?|ways?|manner|case|fashion|modes?|speeds?|pressure|temperature|rate|stages)\b|[-=]>|→/;

/** What stands behind *at* and *in* and is no place: when and how. */
export const NO_PLACE =
  /^(?:night|noon|midnight|dawn|dusk|once|first|last|least|most|all|work|home time|series|parallel|turns?|reverse|winter|summer|spring|autumn|rain|darkness|dark|daylight|sunlight|order|time|total|general|addition|sequence|steps|pairs|pulses|out|(?:(?:the|that|this|any|each|every|an?) )?(?:\w+ )?(?:directions?|ways?|manner|case|fashion|modes?|speeds?|event|advance|pressure|temperature|rate|stages)|the (?:night|morning|evening|afternoon|dark|winter|summer|rain|end|start|beginning|meantime)|(?:half|full|low|high|\d)\b.*)$/;

/** Units of what a sensor measures, and how many of the sensor's own make one. A share is of moisture or of what fills something. */
export const UNITS_WATCHED: readonly (readonly [unit: RegExp, of: Watched, times: number, name?: RegExp])[] = [
  [/^(?:km\/h|kph)$/, 'speed', 1],
  [/^mph$/, 'speed', 1.609344],
  [/^(?:rpm|revs(?: a minute)?)$/, 'turns', 1],
  [/^(?:%|percent)$/, 'humidity', 1, /\bhumid|\bmoist/],
  [/^(?:%|percent)$/, 'level', 1, /\blevel\b|\btanks?\b|\bwater\b|\bfuel\b|\boil\b|\bthrottle\b|\baccelerator\b/],
  [/^(?:lux|lx)$/, 'light', 1],
  [/^(?:l\/min|lit(?:re|er)s? (?:per|a) minute)$/, 'flow', 1],
  [/^cm$/, 'distance', 0.01],
  [/^(?:m|metres?|meters?)$/, 'distance', 1],
  [/^(?:a|amps?|amperes?)$/, 'current', 1],
];

export const COUNTS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  the: 1,
  my: 1,
  one: 1,
  two: 2,
  both: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
};

/** Words that only hold a sentence together: leaving them out changes nothing. */
export const GLUE = new Set(
  'a an the my its it then please so also to of that which is are be will shall should must want i we need just and , . ; : ? !'.split(' '),
);
