/** Stands for the address of a file that only a build gives one. */
export default 'address';
