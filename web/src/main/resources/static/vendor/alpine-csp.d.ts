// The library hands out one object; what pages put into it is checked where they make it.
declare const Alpine: any;
export default Alpine;
