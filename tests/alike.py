"""What every program that a run of tests starts has alike, worked out once: its templates, its addresses."""

from jinja2 import BytecodeCache
from werkzeug.routing import Rule


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


BUILDERS = {}


def builder_once(work_out):
    """What builds the address of a rule, by all that it is made from: it costs more than the program."""

    def builder(rule, append_unknown=True):
        key = (tuple(rule._trace), repr(rule.defaults), append_unknown)
        if key not in BUILDERS:
            BUILDERS[key] = work_out(rule, append_unknown)
        return BUILDERS[key]

    return builder


Rule._compile_builder = builder_once(Rule._compile_builder)
