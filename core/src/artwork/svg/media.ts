/** Whether a list of media queries holds for a drawing that is looked at: `yes`, `no`, or `asks` for something that only a screen has. */
export function mediaHold(query: string): 'yes' | 'no' | 'asks' {
  const each = query.split(',').map((one) =>
    one
      .trim()
      .toLowerCase()
      .replace(/^only\s+/, ''),
  );
  const answers = each.map((one) => {
    if (/\(/.test(one)) return /^(print|speech)\b/.test(one) ? 'no' : 'asks';
    const isNegated = one.startsWith('not ');
    const isOurs = ['', 'all', 'screen'].includes(one.replace(/^not\s+/, ''));
    return isOurs !== isNegated ? 'yes' : 'no';
  });
  return answers.includes('yes') ? 'yes' : answers.includes('asks') ? 'asks' : 'no';
}
