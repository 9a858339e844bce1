const { existsSync, readFileSync } = require('node:fs');
const { dirname, join, relative, sep } = require('node:path');

const CORE = join(__dirname, '..', 'core', 'src');
const faces = new Map();

/** Where each name of a subject's public face comes from: file by name. */
function faceOf(index) {
  if (!faces.has(index)) {
    const names = new Map();
    for (const [, list, from] of readFileSync(index, 'utf8').matchAll(/export \{([^}]*)\} from '([^']+)'/g))
      for (const name of list.split(',').map((word) => word.trim()))
        if (name && !name.startsWith('type ')) names.set(name, join(dirname(index), from));
    faces.set(index, names);
  }
  return faces.get(index);
}

/** The public face that an import goes through; null where it goes to none of core's. */
function indexOf(source, file) {
  const subject = /^@keen-anvil\/core\/([\w-]+)$/.exec(source)?.[1];
  const folder = subject
    ? join(CORE, subject)
    : file.startsWith(CORE) && source.startsWith('.')
      ? join(dirname(file), source)
      : null;
  const index = folder && join(folder, 'index.ts');
  return index && existsSync(index) ? index : null;
}

/**
 * What is imported through a subject's public face comes straight from its own file in the page's bundles, so that a page
 * that formats a number does not bring clipping and tuning with it: the bundler leaves out nothing that is imported.
 */
module.exports = function straightImports({ types: t }) {
  return {
    visitor: {
      ImportDeclaration(path, { filename }) {
        const index = indexOf(path.node.source.value, filename ?? '');
        if (!index || path.node.importKind === 'type') return;
        const face = faceOf(index);
        const straight = [];
        const rest = path.node.specifiers.filter((specifier) => {
          const file =
            t.isImportSpecifier(specifier) && specifier.importKind !== 'type' && face.get(specifier.imported.name);
          if (!file) return true;
          const address = relative(dirname(filename), file).split(sep).join('/');
          straight.push(
            t.importDeclaration([specifier], t.stringLiteral(address.startsWith('.') ? address : `./${address}`)),
          );
          return false;
        });
        if (!straight.length) return;
        const kept = rest.filter((specifier) => specifier.importKind !== 'type');
        path.replaceWithMultiple(kept.length ? [t.importDeclaration(kept, path.node.source), ...straight] : straight);
      },
    },
  };
};
