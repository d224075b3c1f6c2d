"""Music that others measure by, so that it is never learned from: pieces and grooves by name, tunes by their intervals."""
import re

# SHA-256 of MIDI data that is measured on and shall not be learned from, chosen or tuned by.
MIDI = frozenset('''
083f8aa5666ddca9119ea36d5e8b7eea420f37c575f4e7f3bc00c45801b46d73
7e215d64ed16f1d46e2ec8c869f1a5e7bd121c60c0fdebe740f4c517fbd53a51
ad695d6a6351dddb2b7c851dea1447be6248adc8a2b3326c0d5b321c9672ee46
0a4513acddd7850453f2ad3ecfe09c2058f9e09fcad059a08cd6762d12e11a66
f3ae96be205d8cd3a73370df40ed4632eb25ee8c8f4793af73c0af19401a09b3
b9081b5a0062d528bfca15043f7ff74e17f3d521c18b964aaea666b71c408ff6
9c04300d4c7ab4d4d1e26bf427c254dcf02166398e5425c62753e8ea54356354
def00f9c6a6b4f29ed19a5a73cb3bb7ed021391c818549bfdc017229bb14e1bc
7c2ee67ec35b53fb91ae4ab42eff7b0830b6872e1418dc88098f833ebd788aa7
a0c96fb09a4a074c5079d0e54fefc028d621df35238b6c01e7b4b949f1321070
b4de245e54f065755dbe899b4d16afd5ba5dd99f8786c75705073da70d1fc7e1
a0acf8021f0387bab3e385d74cdb93fe9aa5a833b33c9cd55053369f853a3c8b
e880c82d6a2dbf7eeced81d38357fe79355bca084486befc0adab4d126983a8c
a9a2ce6e7da0c82780052c7f6b0117ae66ab74a8bf30e4ba2eda1750c0ae52ab
e8b090898d53206bd2b5175716ded0029c449584ff7e73495c09cd0b82c4d90b
a02df2fb74d21cdb99d53ccf4192a677ee853edd8f6fd9b2f9d97b6d4041c1fc
18738ce63c1872796d09c38dd89306fa38f984463153f3d439a4d2a4facca879
b89beb0935a63b51d3904b8ba75b820c458581e3129f93e20754204eae35d698
5ddc052d57820399fbfb838a3dba40d50a7488c07c9db75519239203f9b80e10
da0e1db300f8bdc797f7824312bb0f986e90a2aad27dafdb862a14478d76c84c
e73a46e79cfe4912e706edd7919bf4a09b1bfeb7abdada39d43ce20a8eed4fc6
3a321160043bce6babf5ae9d73620fafdd2788e62f7579eb9e8e1b539521ec45
9ecd6ae907e0941b20116a84d16564645629ee92f00676fd19c0451da5a01670
50fea24be39606b69d2d158b98da72dde31076833e55d95282860f6a7f150d07
10418b9ee95137663c18e37d2a8a856829e650e29b8157f0ca006c7a856973df
fceec03c88eab1e57516d3ca1dc5d6486921b518950fc05bd9b078f459b3e23e
8ed5579b55f27bd752fdd73ab83817b5d9eb7f79a463e6e3a32a1a7c94c551ea
3e71692481f90cdb71533e19bfdd3121fe7b2ac931980120b0383b56c9141afa
9a2ef7782a37e5dee8d36ec91bf1e088dfc53e7bea4c2269d5667e497e09211d
b10c6205e3d47c45071c35bfa06e5596b7684fdfd224dfc4921068e75b142e46
e7894f4d73e11fe6511a4c66597c7ef2e36c7a5b44a72494885cdf44b547ff97
03b453a5dc11541b1d3cf8205dd8754225b3fe717db77af0dd67b6349c0fd55a
4887b02ce648b0d0507325d0d8a24070b7bc9008de82cb86d0e7fbe5ae1275af
dac97430710472bbfa8583783d2fd5c98ca7eb1881bee76c57ddf4701e6fbd7d
b1b8745f04e3f16e4924d6b1b9a489ead889001343fde3ed947fda2921199ded
'''.split())

# Songs of the tuning corpus, by package and name: rules are tuned on them, so the network shall not know them.
TUNED_ON = frozenset('''
openmsx/5432gone_redfarn openmsx/boogi_marabi_redfarn openmsx/chemistry_lab openmsx/coconut_run2 openmsx/midnight_snow_run openmsx/moo_redfarn
openmsx/say_what_redfarn openmsx/ttsong_iv_imuh3 freedm/D_DDTBLU freedm/D_EVIL freedm/D_RUNNIN freedoom1/D_E1M1 freedoom1/D_E2M1
freedoom1/D_INTER freedoom1/D_VICTOR freedoom2/D_BETWEE freedoom2/D_MESSAG freedoom2/D_MESSG2
'''.split())

# Grooves that are in a corpus measured on, by the start of their names.
GROOVES = ('charleston', 'frenchwaltz', 'jazz54', 'jazzwaltz', 'polka', 'samba', 'ska', 'slowjazz', 'tango', 'trance', 'viennesewaltz',
           'vienesewaltz', 'bossanova', 'blues68', '68blues', 'pianoballad', 'swing')

# Endings that a groove of the same name may have.
VARIANT = r'\d*(sus|plus|fill|intro|end|walk|alt|q|s|b|\d|main[a-z]?|var[a-z]?)*'


def is_kept_out(groove):
    """Whether a groove, or the file it is in, is one of them or a variant of one."""
    name = re.sub(r'[^a-z0-9]', '', groove.lower())
    return any(re.fullmatch(kept + VARIANT, name) for kept in GROOVES)
