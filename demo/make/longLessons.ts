import { heightOfTide } from './navigation.ts';
import { RED, type Act, type Sentence } from './script.ts';
import { HIGH, LOW } from './lessons.ts';

/* Lessons of some minutes each, as a teacher gives them: a question, one idea after the other, something to do. */

const say = (words: string, acts: readonly Act[] = [], rest = 1): Sentence => ({ say: words, acts, rest });
const note = (words: string, at: readonly [number, number], size = 46): Act => ({ write: words, at, size });
const found = (words: string, at: readonly [number, number], size = 50): Act => ({ write: words, at, size, pen: RED });
const line = (...draw: readonly (readonly [number, number])[]): Act => ({ draw });
const redLine = (...draw: readonly (readonly [number, number])[]): Act => ({ draw, pen: RED });
const metres = (value: number): string => `${value.toFixed(1)} M`;
const height = (hours: number): number => heightOfTide({ low: LOW, high: HIGH, hours });

const LEGS = [
  { track: 110, miles: 1.8 },
  { track: 75, miles: 2.4 },
] as const;
const SPEED = 5;
const minutes = LEGS.map(({ miles }) => Math.round((miles / SPEED) * 60));
const whole = minutes.reduce((sum, one) => sum + one, 0);
const three = (degrees: number): string => String(degrees).padStart(3, '0');

/** A passage of two legs, from the chart to the time of departure. Three boards. */
export const PASSAGE_LESSON: readonly Sentence[] = [
  say(
    'Next week we sail from Skerry Quay to Tern Point. Today we make the plan, so that on the water we only have to follow it.',
  ),
  say('A passage plan answers four questions. Where is it safe? Which way? How long? And when do we leave?', [
    note('1 WHERE IS IT SAFE?', [120, 110]),
    note('2 WHICH WAY?', [120, 190]),
    note('3 HOW LONG?', [120, 270]),
    note('4 WHEN?', [120, 350]),
  ]),
  say(
    'Always in this order. Whoever begins with the time of departure looks for a way that fits it, and that is how boats end up on rocks.',
    [],
    1,
  ),
  say(
    'So, first: where is it safe? Look at the chart and draw what you must not touch. Between Skerry Quay and Tern Point there is one shoal, here.',
    [
      line([900, 560], [980, 520], [1080, 540], [1100, 620], [1010, 670], [920, 640], [900, 560]),
      note('SHOAL 0.4', [930, 580], 32),
    ],
  ),
  say(
    'Nought point four metres at low water. Our boat draws one point four. That is no place for us at any hour, so we draw a ring around it and stay outside.',
    [redLine([860, 540], [960, 470], [1110, 490], [1160, 630], [1040, 730], [890, 700], [850, 600], [860, 540])],
  ),
  say(
    'Second question: which way? From the quay we go out past the shoal, and turn once we are well clear of it. That makes two legs.',
    [
      line([700, 420], [1230, 610]),
      line([1230, 610], [1500, 540]),
      note('QUAY', [620, 370], 32),
      note('TERN POINT', [1330, 480], 32),
    ],
  ),
  say(
    'Is one turn better than three? Yes. Every turn is a moment at which somebody may be looking the wrong way.',
    [],
    1,
  ),
  say(
    'Take the angle of each leg with the plotter, and its length with the dividers. We write them in a table, one line for each leg.',
    [{ turnTo: 1 }],
  ),
  say(
    `The first leg is ${LEGS[0].miles} miles, on one one zero. The second is ${LEGS[1].miles} miles, on zero seven five.`,
    [
      note('LEG', [120, 110], 40),
      note('TRACK', [320, 110], 40),
      note('MILES', [560, 110], 40),
      note('MIN', [800, 110], 40),
      line([110, 175], [1000, 172]),
      note('1', [130, 210]),
      note(`${three(LEGS[0].track)}°`, [320, 210]),
      note(`${LEGS[0].miles}`, [560, 210]),
      note('2', [130, 300]),
      note(`${three(LEGS[1].track)}°`, [320, 300]),
      note(`${LEGS[1].miles}`, [560, 300]),
    ],
  ),
  say(
    `Third question: how long? We make ${SPEED} knots, that is ${SPEED} miles in sixty minutes. One mile takes twelve.`,
    [note('1 MILE = 12 MIN', [120, 430])],
  ),
  say(
    `One point eight times twelve is twenty one point six. Say ${minutes[0]} minutes. Two point four times twelve is twenty eight point eight. Say ${minutes[1]}.`,
    [note(`${minutes[0]}`, [800, 210]), note(`${minutes[1]}`, [800, 300])],
  ),
  say(`Together that is ${whole} minutes. Write it in red, because on the water this is the number we come back to.`, [
    line([780, 375], [930, 373]),
    found(`${whole} MIN`, [760, 395]),
  ]),
  say(
    'Now think for a moment. What if the wind drops and we make only four knots? Then one mile takes fifteen minutes, and the whole way just over an hour.',
    [note('4 KN: 63 MIN', [120, 530])],
    1.2,
  ),
  say('A plan that only works on a good day is not a plan. So we write the slow time beside the fast one.', [], 1),
  say('And the fourth question, at last: when do we leave? For that we need the tide.', [{ turnTo: 2 }]),
  say(`Low water at the quay is at eight o clock, ${LOW} metres. High water is at fourteen hundred, ${HIGH} metres.`, [
    note(`LW 08:00 ${metres(LOW)}`, [120, 110]),
    note(`HW 14:00 ${metres(HIGH)}`, [120, 190]),
  ]),
  say(
    'We draw one point four metres, and we want another sixty centimetres under us. So we need two metres of tide over the sill.',
    [
      note('DRAUGHT 1.4 M', [120, 310]),
      note('SPARE 0.6 M', [120, 390]),
      line([110, 462], [520, 460]),
      found('2.0 M', [300, 480]),
    ],
  ),
  say(
    `You know the rule of twelfths. After one hour we have ${height(1).toFixed(1)} metres. Not enough. After two hours there are ${height(2).toFixed(1)}.`,
    [
      note(`09:00 ${metres(height(1))}`, [820, 110]),
      note(`10:00 ${metres(height(2))}`, [820, 190]),
      redLine([800, 260], [1180, 256]),
    ],
  ),
  say(
    'So ten o clock is the first moment at which we may go over the sill. Not five minutes before.',
    [found('NOT BEFORE 10:00', [820, 290])],
    1,
  ),
  say(
    'And the last? The tide falls again after fourteen hundred. Two hours before the next low water, at eighteen hundred, there are two point one metres once more.',
    [note('BACK BY 18:00', [820, 390])],
  ),
  say(
    `If we leave at half past ten, and need ${whole} minutes, we are at Tern Point at about twenty past eleven. In the slow case, at half past.`,
    [note('LEAVE 10:30', [820, 520]), note('THERE 11:21', [820, 600]), note('SLOW 11:33', [820, 680])],
  ),
  say('That leaves us hours to come home. A plan with time in it is a quiet plan.', [], 1),
  say(
    'Last thing: a way out. If something breaks on the second leg, where do we go? Not back over the shoal. Gannet Cove is open at any tide, and it is down wind.',
    [found('WAY OUT: GANNET COVE', [120, 620], 44)],
  ),
  say(
    'Now you. Make the same table for the way home, and write down the latest time at which you would leave Tern Point. Bring it on Thursday.',
    [],
    1,
  ),
];

const LATER_MIN = 25;
const HW = { there: HIGH - 0.3, time: '14:25' };
const LW = { there: LOW - 0.1, time: '08:25' };
const RANGE = HW.there - LW.there;

/** Tides of a place that has no table of its own. Two boards. */
export const SECONDARY_LESSON: readonly Sentence[] = [
  say(
    'Tern Point has no tide table of its own. Does that mean nobody knows when the water comes there? Of course not.',
  ),
  say(
    'The same wave reaches Skerry Quay first, and Tern Point a little later. If we know how much later, one table is enough for both.',
    [
      line([140, 330], [300, 250], [460, 330], [620, 410], [780, 330]),
      note('SKERRY QUAY', [170, 160], 36),
      redLine([300, 350], [460, 275], [620, 350], [780, 425], [940, 350]),
      found('TERN POINT', [700, 220], 36),
    ],
  ),
  say(
    'Places with a table are called standard ports. All others are secondary ports. For each of those somebody measured for a year, and wrote down four differences.',
    [],
    1,
  ),
  say('Two for the time, and two for the height. Here they are for Tern Point.', [
    note('TIME HW +25 MIN', [140, 500]),
    note('TIME LW +25 MIN', [140, 575]),
    note('HEIGHT HW -0.3 M', [800, 500]),
    note('HEIGHT LW -0.1 M', [800, 575]),
  ]),
  say(
    `Plus ${LATER_MIN} minutes means: later than at Skerry Quay. Minus nought point three metres means: not as high.`,
    [{ point: [140, 540], to: [1200, 540] }],
  ),
  say(
    'A question before we go on. Is low water at Tern Point higher or lower than at Skerry Quay? Look at the last line.',
    [],
    2,
  ),
  say('Lower, by ten centimetres. Good. Now we do it for our day, step by step, always in the same order.', [
    { turnTo: 1 },
  ]),
  say(
    'On the left we write what the table of the standard port says. High water fourteen hundred, four point eight. Low water eight hundred, one point two.',
    [
      note('SKERRY QUAY', [120, 90], 38),
      note(`HW 14:00 ${metres(HIGH)}`, [120, 170]),
      note(`LW 08:00 ${metres(LOW)}`, [120, 250]),
    ],
  ),
  say('In the middle, the differences. On the right, what comes out. Do the times first.', [
    note('DIFF', [660, 90], 38),
    note('+25 -0.3', [640, 170]),
    note('+25 -0.1', [640, 250]),
    found('TERN POINT', [1080, 90], 38),
  ]),
  say(
    'Fourteen hundred and twenty five minutes is fourteen twenty five. Eight and twenty five minutes is eight twenty five.',
    [found(HW.time, [1060, 170], 46), found(LW.time, [1060, 250], 46)],
  ),
  say(
    `Then the heights. Four point eight less nought point three is ${HW.there.toFixed(1)}. One point two less nought point one is ${LW.there.toFixed(1)}.`,
    [found(metres(HW.there), [1270, 170], 46), found(metres(LW.there), [1270, 250], 46)],
  ),
  say(
    'Where do mistakes happen? Nearly always here: somebody takes the plus for the time and uses it for the height as well. Read the sign of every difference aloud.',
    [redLine([640, 235], [880, 233])],
    1.2,
  ),
  say(
    `From here on it is what you know. The range at Tern Point is ${HW.there.toFixed(1)} less ${LW.there.toFixed(1)}: ${RANGE.toFixed(1)} metres.`,
    [note(`RANGE ${metres(RANGE)}`, [120, 400])],
  ),
  say(
    `One twelfth of it is nought point two eight. After two hours three twelfths have come, that is ${((RANGE * 3) / 12).toFixed(2)} metres.`,
    [note('1/12 = 0.28 M', [120, 480]), note(`3/12 = ${((RANGE * 3) / 12).toFixed(2)} M`, [120, 560])],
  ),
  say(`Add low water, and at ten twenty five there are about ${(LW.there + (RANGE * 3) / 12).toFixed(1)} metres.`, [
    found(`10:25 ${metres(LW.there + (RANGE * 3) / 12)}`, [120, 640]),
  ]),
  say(
    'Compare that with Skerry Quay at ten o clock: two point one. Nearly the same water, twenty five minutes later. That is the wave on its way along the coast.',
    [],
    1,
  ),
  say(
    'One warning. The differences are for ordinary weather. After three days of strong wind from the south the water stands higher than any table says, and it comes earlier.',
  ),
  say(
    'So we never plan for the last ten centimetres. What is the spare that we always keep? Sixty. Good.',
    [found('SPARE 0.6 M', [800, 640])],
    1,
  ),
  say(
    'Your task: find high and low water at Gannet Cove for Thursday. Its differences stand on the sheet. Mind the signs.',
    [],
    1,
  ),
];

const can = (x: number, y: number): Act => redLine([x, y], [x + 120, y], [x + 120, y + 150], [x, y + 150], [x, y]);
const cone = (x: number, y: number): Act => line([x, y + 150], [x + 60, y], [x + 120, y + 150], [x, y + 150]);
const up = (x: number, y: number): Act => line([x, y + 60], [x + 40, y], [x + 80, y + 60], [x, y + 60]);
const down = (x: number, y: number): Act => line([x, y], [x + 40, y + 60], [x + 80, y], [x, y]);
const pole = (x: number, y: number): Act => line([x + 40, y + 130], [x + 40, y + 300]);

/** What shapes at sea say by day. Two boards. */
export const BUOYS_LESSON: readonly Sentence[] = [
  say(
    'You are ten years old, it is your first time at the tiller, and there is something red in the water ahead. Left or right of it?',
  ),
  say(
    'Whoever put it there wants to tell you something. Today you learn to read it, by its shape first, because far away and against the light there is no colour.',
    [],
    1,
  ),
  say(
    'There are two families. The first one marks the two sides of a channel, as it is when you come in from the sea.',
    [line([200, 700], [700, 250]), line([700, 760], [1150, 330]), note('FROM SEA', [360, 780], 34)],
  ),
  say('On the left side, coming in, stand red cans. Flat on top, like a tin. Left is called port.', [
    can(240, 380),
    found('PORT', [250, 310], 38),
  ]),
  say('On the right side stand green cones, with a point on top. Right is called starboard.', [
    cone(1120, 430),
    note('STARBOARD', [1060, 360], 38),
  ]),
  say(
    'So coming home, you leave the flat ones on your left hand and the pointed ones on your right hand. And going out?',
    [],
    2,
  ),
  say('The other way round, because you look the other way. The buoys did not move. You turned.', [
    { point: [700, 300], to: [420, 720] },
  ]),
  say(
    'Here is a help that I still use: port wine is red, and there is some left in the bottle. Red, port, left.',
    [found('RED PORT LEFT', [820, 120], 44)],
    1.2,
  ),
  say(
    'The second family does not mark a side. It tells you where the deep water is, by the four points of the compass. Each wears two black cones on top.',
    [{ turnTo: 1 }],
  ),
  say('North first. Both cones point up, to the top of the chart. It says: pass to the north of me.', [
    up(200, 130),
    up(200, 200),
    pole(200, 130),
    note('NORTH', [170, 470], 38),
  ]),
  say('South: both point down. Pass to the south of me.', [
    down(520, 130),
    down(520, 200),
    pole(520, 130),
    note('SOUTH', [490, 470], 38),
  ]),
  say(
    'Those two you will never forget. The others need a moment. East has its bases together: one up, one down. It looks like an egg. East, egg.',
    [up(860, 130), down(860, 200), pole(860, 130), note('EAST', [840, 470], 38), found('EGG', [860, 530], 34)],
  ),
  say('West has its points together. It looks like a glass for wine. West, wine.', [
    down(1200, 130),
    up(1200, 200),
    pole(1200, 130),
    note('WEST', [1180, 470], 38),
    found('WINE', [1190, 530], 34),
  ]),
  say(
    'Now comes the mistake that everybody makes once. An east mark stands to the east of the danger. So where is the rock?',
    [],
    2,
  ),
  say(
    'To the west of the mark. You pass on the east side, and the rock is on the other one. The mark has its name from the side where it is safe.',
    [
      redLine([790, 640], [830, 600], [870, 650], [790, 640]),
      found('ROCK', [640, 620], 36),
      line([1000, 600], [1000, 760]),
      note('SAFE', [1040, 660], 36),
    ],
  ),
  say(
    'Say it with me: the name is the safe side. The name is the safe side.',
    [found('NAME = SAFE SIDE', [330, 790], 44)],
    1,
  ),
  say(
    'If you know one thing only when the fog comes in, know this one. Turn to the side that the mark is called by, and you are in deep water.',
    [],
    1,
  ),
  say(
    'On Thursday we go out in the launch and read six of them. Bring a pencil: for each you write its shape, its name, and on which side you would pass.',
    [],
    1,
  ),
];

/** Why the sea stands up when the stream runs against the wind. Two boards. */
export const WIND_LESSON: readonly Sentence[] = [
  say(
    'Last Tuesday the log says: wind south west, force five, sea slight. One hour later: wind south west, force five, sea rough. What happened?',
  ),
  say(
    'The wind did not change. Look at the other column. The tide turned.',
    [note('14:00 SW 5 SLIGHT', [120, 130]), note('15:00 SW 5 ROUGH', [120, 220]), redLine([560, 295], [740, 293])],
    1,
  ),
  say('Today we find out why, and you will write a column more into your log.'),
  say('Think of a wave as something that walks. It has a length, from crest to crest, and a height.', [
    line([120, 480], [220, 400], [320, 480], [420, 560], [520, 480], [620, 400], [720, 480]),
    note('LENGTH', [330, 340], 34),
    line([225, 380], [615, 380]),
  ]),
  say(
    'When the water under it runs the same way, the wave is carried along. It grows longer, and it grows flatter. Sailors call that wind with tide.',
    [line([880, 460], [1080, 425], [1280, 460], [1480, 495]), note('WITH: LONG, FLAT', [900, 340], 38)],
  ),
  say(
    'When the water runs against it, the wave is held back. The ones behind catch up. It grows shorter, and what it loses in length it gains in height.',
    [
      redLine([880, 680], [940, 580], [1000, 680], [1060, 780], [1120, 680], [1180, 580], [1240, 680]),
      found('AGAINST: SHORT, STEEP', [900, 520], 38),
    ],
    1,
  ),
  say(
    'A steep wave breaks. A boat of six metres that was comfortable at two o clock has water over its bow at three, in the very same wind.',
    [],
    1,
  ),
  say(
    'How much against is too much? Here is a rule that is good enough for a log. Take the force of the wind, and add the speed of the stream against it, in knots, twice.',
    [{ turnTo: 1 }],
  ),
  say('If it comes to seven or more, the sea is rough for small boats, and we stay in.', [
    note('WIND FORCE', [120, 120]),
    note('+ 2 X STREAM AGAINST', [120, 200]),
    line([110, 275], [760, 272]),
    found('7 OR MORE: STAY IN', [120, 300]),
  ]),
  say('Tuesday at fourteen hundred: force five, and the stream with the wind. Five and nothing is five. Fine.', [
    note('14:00 5 + 0 = 5', [120, 440]),
  ]),
  say(
    'At fifteen hundred the stream has turned, and runs against it with one point two knots. Five and two times one point two is seven point four.',
    [note('15:00 5 + 2.4 =', [120, 520]), found('7.4', [620, 520])],
  ),
  say('The log was right, and the rule would have told us an hour before.', [], 1),
  say(
    'Where do we find the stream? In the little table on the chart, by hours before and after high water. You need the direction, and the speed.',
    [note('HW +1: 225° 1.2 KN', [840, 120], 40)],
  ),
  say(
    'And now mind the words, because they are a trap. The wind is named by where it comes from. The stream is named by where it goes to.',
    [note('WIND: FROM', [840, 230], 42), found('STREAM: TO', [840, 310], 42)],
    1.2,
  ),
  say('A south west wind and a stream of two two five degrees: do they run together, or against each other?', [], 2.5),
  say(
    'Against. The wind comes from the south west and blows to the north east. The stream goes to the south west. They meet head on.',
    [
      line([1000, 700], [1180, 520]),
      redLine([1420, 500], [1240, 680]),
      note('WIND', [1010, 730], 34),
      found('STREAM', [1320, 440], 34),
    ],
  ),
  say(
    'Half of you would have said together, because both have south west in them. That is the trap, and now it cannot catch you.',
    [],
    1,
  ),
  say(
    'For Friday: add the column to your log. Wind, stream, with or against, and your number. We compare it with what the harbour master saw.',
    [],
    1,
  ),
];
