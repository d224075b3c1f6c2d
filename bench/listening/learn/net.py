"""The network: residual blocks of dilated convolutions at 50 frames a second, which see about 20 s to either side."""
import torch
from torch import nn

# What it tells of each frame of 10 ms; the first two are what beats are found by, the last is the middle between two of them.
OUTPUTS = ('beat', 'downbeat', 'section', 'rise', 'voice', 'word', 'drop', 'between')
DILATIONS = (1, 2, 4, 8, 16, 32, 64, 128, 256)
INPUTS = 60
# Bytes of features are brought near zero and one.
CENTRE, SPREAD = 110., 50.


def point(inputs, outputs):
    """A layer of one tap. Named dilated, which changes nothing, since torch takes a slow way for those of one tap that are not."""
    return nn.Conv1d(inputs, outputs, 1, dilation=2)


class Block(nn.Module):
    def __init__(self, width, taps, dilation, dropout):
        super().__init__()
        self.wide = nn.Conv1d(width, width, taps, padding=dilation * (taps - 1) // 2, dilation=dilation, bias=False)
        self.norm = nn.BatchNorm1d(width)
        self.point = point(width, width)
        self.dropout = nn.Dropout(dropout)

    def forward(self, x):
        return x + self.point(self.dropout(torch.relu(self.norm(self.wide(x)))))


class Net(nn.Module):
    """(batch, 60, frames) of scaled features to (batch, outputs, frames) of logits; frames must be even."""

    def __init__(self, width=32, taps=5, dropout=.1):
        super().__init__()
        self.shape = {'width': width, 'taps': taps}
        self.first = nn.Conv1d(INPUTS, width, 6, stride=2, padding=2, bias=False)
        self.first_norm = nn.BatchNorm1d(width)
        self.second = nn.Conv1d(width, width, 3, padding=1, bias=False)
        self.second_norm = nn.BatchNorm1d(width)
        self.blocks = nn.ModuleList([Block(width, taps, d, dropout) for d in DILATIONS])
        self.last_norm = nn.BatchNorm1d(width)
        self.hidden = point(width, width)
        self.head = point(width, 2 * len(OUTPUTS))
        nn.init.constant_(self.head.bias, -3.)

    def forward(self, x):
        x = torch.relu(self.first_norm(self.first(x)))
        x = torch.relu(self.second_norm(self.second(x)))
        for block in self.blocks:
            x = block(x)
        x = self.head(torch.relu(self.hidden(torch.relu(self.last_norm(x)))))
        # Two frames of 10 ms come out of each of 20 ms.
        batch, _, half = x.shape
        return x.view(batch, len(OUTPUTS), 2, half).permute(0, 1, 3, 2).reshape(batch, len(OUTPUTS), 2 * half)


def scaled(features):
    return (features.float() - CENTRE) / SPREAD
