// Why the desk did not understand a body, for the people who look after it.
export type PostedWhy =
  | 'empty'
  | 'content type'
  | 'not UTF-8'
  | 'too large'
  | 'not JSON'
  | 'not an object'
  | 'not SenML'
  | 'SenML version'
  | 'not CSV'
  | 'cells'
  | 'name form'
  | 'name twice'
  | 'value form'
  | 'instant form'
  | 'too many'
  | 'no token'
  | 'wrong token'
  | 'other topic'
  | 'last will'
  | 'two stations';

export const postedWhy: { readonly [W in PostedWhy]: string } = {
  empty: 'There is nothing in it.',
  'content type': 'The content type is none of application/json, application/senml+json and text/csv.',
  'not UTF-8': 'The bytes are not UTF-8 text.',
  'too large': 'It is longer than 262,144 bytes.',
  'not JSON': 'It is not JSON.',
  'not an object': 'Each call is an object of names and values, as in {"level": 4.2}.',
  'not SenML': 'It is no SenML pack (RFC 8428): a list of records whose fields have the types of table 1.',
  'SenML version': 'It is of a SenML version that is newer than 10.',
  'not CSV': 'It is no CSV with a head and at least one line under it.',
  cells: 'A line has another number of cells than the head.',
  'name form': 'The name of a value is not a letter or digit, followed by those or one of _ . : / - (64 at most).',
  'name twice': 'Two columns have one name.',
  'value form': 'A value is no number, no yes or no, and no text of 200 characters at most.',
  'instant form': 'An instant is not RFC 3339, as in 2026-11-12T14:06:02Z.',
  'too many': 'There are more than 500 calls or 200 values in it.',
  'no token': 'The sheet has no token for this station’s unit: set one, and give it to the unit.',
  'wrong token': 'The account is right and the token is another than on the sheet.',
  'two stations': 'Two stations name the number from which this text came: nobody can say whose it is.',
  'last will':
    'The unit’s connection broke without a goodbye. This is what it had left to be said then: the desk’s own broker said it, so it proves nothing.',
  'other topic': 'It was published under a topic that is not the account’s own.',
};
