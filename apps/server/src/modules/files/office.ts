/*
 * LibreOffice draws what offices make as a PDF. It runs in a profile of its own that never runs macros and follows no
 * links.
 */
import { ConverterError, withFolder } from '../../platform/converters/index.ts';
import type { Problem } from '../../platform/http/index.ts';
import type { OfficeFormat } from './documents.ts';

/** Settings under which nothing in a file is run and nothing outside it is fetched. */
const PROFILE = `<?xml version="1.0" encoding="UTF-8"?>
<oor:items xmlns:oor="http://openoffice.org/2001/registry" xmlns:xs="http://www.w3.org/2001/XMLSchema">
<item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="MacroSecurityLevel" oor:op="fuse"><value>3</value></prop></item>
<item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableMacrosExecution" oor:op="fuse"><value>true</value></prop></item>
<item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="BlockUntrustedRefererLinks" oor:op="fuse"><value>true</value></prop></item>
<item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableActiveContent" oor:op="fuse"><value>true</value></prop></item>
</oor:items>`;

/** What is said of a file that cannot be drawn, and where the program is missing. */
export interface NotDrawn {
  readonly broken: Problem;
  readonly missing: Problem;
}

/** Draws a file of an office as a PDF and lends it. @throws Problem `broken`, `missing`; ConverterError past a limit */
export async function withOfficeAsPdf<T>(
  file: string,
  format: OfficeFormat,
  { broken, missing }: NotDrawn,
  use: (pdf: string) => Promise<T>,
): Promise<T> {
  return withFolder(async (folder) => {
    await folder.put('profile/user/registrymodifications.xcu', PROFILE);
    await folder.put(`file.${format}`, { file });
    const profile = `-env:UserInstallation=file://${folder.path}/profile`;
    const args = [profile, '--headless', '--norestore', '--convert-to', 'pdf', '--outdir', '.', `file.${format}`];
    await folder.run({ program: 'soffice', args }).catch((failure: unknown) => {
      if (!(failure instanceof ConverterError)) throw failure;
      if (failure.fault === 'missing') throw missing;
      throw failure.fault === 'failed' ? broken : failure;
    });
    const pdf = (await folder.list()).find((name) => name === 'file.pdf');
    if (!pdf) throw broken;
    return use(`${folder.path}/${pdf}`);
  });
}
