/** Words for what is wrong with a weave as written. */
export const weaveText: Readonly<Record<string, string>> = {
  empty: 'Write what a weaver does, such as a: 3(1) 1(1-2).',
  'no-weaver': 'A line begins with a weaver’s letter and a colon, such as a: 3(1).',
  'weaver-twice': 'Weaver {text} has a line already. One line for each.',
  'not-a-move':
    '“{text}” is no move. Turns are 3(1) or 2(1-2), a figure of eight 8(1-2), half turns over(1) and under(2).',
  'no-moves': 'Weaver {text} does nothing yet.',
  'wires-backward': 'In “{text}” the wires are named from the right. Name them from the left.',
  'no-such-wire': '“{text}” names a wire that is not there.',
  count: 'In “{text}” the number of turns must be 1 to 60.',
  'eight-needs-two': 'A figure of eight goes round two wires or more: “{text}” names one.',
  'too-long': 'That is more than one repeat can have.',
}
