"""Music that others measure by, so that it is never learned from: pieces and grooves by name, tunes by their intervals."""
import re

# Grooves that are in a corpus measured on, by the start of their names.
GROOVES = ('charleston', 'frenchwaltz', 'jazz54', 'jazzwaltz', 'polka', 'samba', 'ska', 'slowjazz', 'tango', 'trance', 'viennesewaltz',
           'vienesewaltz', 'bossanova', 'blues68', '68blues', 'pianoballad', 'swing')

# Endings that a groove of the same name may have.
VARIANT = r'\d*(sus|plus|fill|intro|end|walk|alt|q|s|b|\d|main[a-z]?|var[a-z]?)*'


def is_kept_out(groove):
    """Whether a groove, or the file it is in, is one of them or a variant of one."""
    name = re.sub(r'[^a-z0-9]', '', groove.lower())
    return any(re.fullmatch(kept + VARIANT, name) for kept in GROOVES)
