/** Addresses of the nets that read people in pictures, and of what runs them. */
export const PERSON_NETS = {
  detector: '/person-nets/detector.tflite',
  reader: '/person-nets/reader.tflite',
} as const;
export const PERSON_RUNTIME = '/person-nets/run';
