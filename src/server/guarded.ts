/** Runs work that nobody waits for: what is thrown goes to where faults are told. */
export function guardedBy(fault: (error: unknown) => void): (work: () => void) => void {
  return (work) => {
    try {
      work();
    } catch (error) {
      fault(error);
    }
  };
}
