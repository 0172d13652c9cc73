"""Templates compiled once for all the programs that a run of tests starts."""

from jinja2 import BytecodeCache


class Compiled(BytecodeCache):
    """The code of each template, while its source is what it was."""

    def __init__(self):
        self.known = {}

    def load_bytecode(self, bucket):
        bucket.code = self.known.get((bucket.key, bucket.checksum))

    def dump_bytecode(self, bucket):
        self.known[bucket.key, bucket.checksum] = bucket.code


COMPILED = Compiled()


def compiled_once(app):
    """An application whose templates need not be compiled again."""
    app.jinja_env.bytecode_cache = COMPILED
    return app
