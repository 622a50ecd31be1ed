/** Saves a text on this device, as a file of this name. */
export function saveText(name: string, text: string): void {
  const address = URL.createObjectURL(new Blob([text], { type: 'text/plain;charset=utf-8' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
