// While the types of the parts are read off their files, what they are together is not known yet.
export type Bench = any;
