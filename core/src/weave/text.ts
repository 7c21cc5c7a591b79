/** Words for what is wrong with a weave as written. */
export const weaveText: Readonly<Record<string, string>> = {
  empty: 'Write what a weaver does, such as a: 3(1) 1(1-2).',
  'no-weaver': 'A line begins with a weaver’s letter and a colon, such as a: 3(1).',
  'weaver-twice': 'Weaver {text} has a line already. One line for each.',
  'not-a-move':
    '“{text}” is no move. Turns are 3(1) or 2(1-2), a figure of eight 8(1-2), half turns over(1) and under(2), a loop through a loop loop(1).',
  'no-moves': 'Weaver {text} does nothing yet.',
  'wires-backward': 'In “{text}” the wires are named from the right. Name them from the left.',
  'no-such-wire': '“{text}” names a wire that is not there.',
  count: 'In “{text}” the number of turns must be 1 to 60.',
  'eight-needs-two': 'A figure of eight goes round two wires or more: “{text}” names one.',
  'loop-needs-edge': 'A loop is drawn through the one before at an outer edge: “{text}” ends at neither.',
  'knot-needs-pair':
    'A knot is tied by two weavers: begin the line with both letters, such as ab: knot(1-2).',
  'pair-knots-only':
    'Two weavers on one line tie knots: knot(1-2) or half(1-2). Give “{text}” a line of one letter.',
  'knot-all': 'A knot goes round all the wires: “{text}” leaves some out.',
  'one-letter-twice': '“{text}” names one weaver twice. Give the two different letters.',
  'twist-twice': 'There is a twist already. One line for it.',
  'twist-needs-two': 'A twist needs two wires or more, such as twist: 2(1-2).',
  'twist-whole': 'A twist says whole turns of neighbouring wires once, such as twist: 2(1-3).',
  'too-long': 'That is more than one repeat can have.',
}
