/** Names that the test runner looks up anew, and slowly, each time they are used: asked for once in each file instead. */
const globalsOnce = ({ types: t }) => ({
  visitor: {
    Program: {
      exit(program) {
        program.scope.crawl();
        if (!program.scope.hasGlobal('Math')) return;
        program.unshiftContainer(
          'body',
          t.variableDeclaration('var', [
            t.variableDeclarator(
              t.identifier('Math'),
              t.memberExpression(t.identifier('globalThis'), t.identifier('Math')),
            ),
          ]),
        );
      },
    },
  },
});

module.exports = (api) => {
  const isTest = api.env('test');
  return { presets: ['babel-preset-expo'], plugins: isTest ? [globalsOnce] : [] };
};
