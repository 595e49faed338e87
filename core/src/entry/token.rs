//! Cuts typed text into numbers, words and separators, each with its place.

use std::ops::Range;

/// A piece of the text.
#[derive(Clone, Debug, PartialEq)]
pub struct Token {
    /// What it is.
    pub kind: TokenKind,
    /// Its bytes in the text.
    pub span: Range<usize>,
}

/// What a piece is.
#[derive(Clone, Debug, PartialEq)]
pub enum TokenKind {
    /// A number as written.
    Number(Number),
    /// A word or unit, in small letters.
    Word(String),
    /// A comma, semicolon or bracket.
    Separator,
}

/// A number as written.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Number {
    /// Its value.
    pub value: f64,
    /// How it was written.
    pub form: Form,
}

/// How a number was written.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Form {
    /// Digits only.
    Whole,
    /// With a decimal point.
    Decimal,
    /// With a fraction stroke, as 3/4 or 1-1/4.
    Fraction,
    /// With a decimal comma, or with nothing under the stroke: not read.
    Unclear,
}

const FRACTIONS: [(char, f64); 9] = [
    ('½', 0.5),
    ('¼', 0.25),
    ('¾', 0.75),
    ('⅛', 0.125),
    ('⅜', 0.375),
    ('⅝', 0.625),
    ('⅞', 0.875),
    ('⅓', 1.0 / 3.0),
    ('⅔', 2.0 / 3.0),
];

fn fraction_sign(c: char) -> Option<f64> {
    FRACTIONS.iter().find(|(sign, _)| *sign == c).map(|(_, value)| *value)
}

/// Cuts `text` into its pieces.
pub fn tokens(text: &str) -> Vec<Token> {
    let mut scan = Scan { text, at: 0, out: Vec::new() };
    while let Some(c) = scan.peek() {
        match c {
            _ if c.is_whitespace() => scan.skip(c),
            ',' | ';' | '(' | ')' | '|' | '\t' => scan.separator(c),
            '-' if scan.starts_number(1) && !scan.follows_piece() => scan.number(),
            _ if scan.starts_number(0) => scan.number(),
            _ => scan.word(),
        }
    }
    scan.out
}

struct Scan<'a> {
    text: &'a str,
    at: usize,
    out: Vec<Token>,
}

impl Scan<'_> {
    fn rest(&self) -> &str {
        &self.text[self.at..]
    }
    fn peek(&self) -> Option<char> {
        self.rest().chars().next()
    }
    fn skip(&mut self, c: char) {
        self.at += c.len_utf8();
    }
    fn push(&mut self, kind: TokenKind, from: usize) {
        self.out.push(Token { kind, span: from..self.at });
    }
    fn separator(&mut self, c: char) {
        let from = self.at;
        self.skip(c);
        self.push(TokenKind::Separator, from);
    }
    /// Whether a number begins `skip` bytes on.
    fn starts_number(&self, skip: usize) -> bool {
        let mut chars = self.rest()[skip..].chars();
        match chars.next() {
            Some('.') => chars.next().is_some_and(|c| c.is_ascii_digit()),
            Some(c) => c.is_ascii_digit() || fraction_sign(c).is_some(),
            None => false,
        }
    }
    /// Whether a piece ends right here, so that a dash joins and is no minus.
    fn follows_piece(&self) -> bool {
        self.out.last().is_some_and(|last| last.span.end == self.at)
    }
    fn digits(&mut self) -> Option<f64> {
        let length = self.rest().bytes().take_while(u8::is_ascii_digit).count();
        let value = self.rest()[..length].parse().ok();
        self.at += length;
        value
    }
    fn eat(&mut self, c: char) -> bool {
        let found = self.rest().starts_with(c);
        if found {
            self.skip(c);
        }
        found
    }

    fn number(&mut self) {
        let from = self.at;
        let sign = if self.eat('-') { -1.0 } else { 1.0 };
        let number = self.unsigned();
        self.push(TokenKind::Number(Number { value: sign * number.value, ..number }), from);
    }

    fn unsigned(&mut self) -> Number {
        if let Some(value) = self.peek().and_then(fraction_sign) {
            self.at += self.peek().map_or(0, char::len_utf8);
            return Number { value, form: Form::Fraction };
        }
        let from = self.at;
        let whole = self.digits().unwrap_or(0.0);
        if self.rest().starts_with('.') {
            self.eat('.');
            self.digits();
            let value = self.text[from..self.at].parse().unwrap_or(f64::NAN);
            return Number { value, form: Form::Decimal };
        }
        if self.rest().starts_with(',')
            && self.rest()[1..].starts_with(|c: char| c.is_ascii_digit())
        {
            self.eat(',');
            self.digits();
            return Number { value: f64::NAN, form: Form::Unclear };
        }
        if self.eat('/') {
            return quotient(whole, self.digits());
        }
        match self.fraction_after_whole() {
            Some(part) => Number { value: whole + part.value, form: part.form },
            None => Number { value: whole, form: Form::Whole },
        }
    }

    /// The `-1/4`, ` 1/4` or `¼` that follows a whole number; nothing is taken when there is none.
    fn fraction_after_whole(&mut self) -> Option<Number> {
        let back = self.at;
        if !self.eat('-') {
            while self.eat(' ') {}
        }
        if let Some(value) = self.peek().and_then(fraction_sign) {
            self.at += self.peek().map_or(0, char::len_utf8);
            return Some(Number { value, form: Form::Fraction });
        }
        if let Some(over) = self.digits()
            && self.eat('/')
        {
            return Some(quotient(over, self.digits()));
        }
        self.at = back;
        None
    }

    fn word(&mut self) {
        let from = self.at;
        let first = self.peek().unwrap_or(' ');
        self.skip(first);
        if !is_letter(first) {
            // a sign of its own: " ' % and what nobody expects
            self.push(TokenKind::Word(first.to_string()), from);
            return;
        }
        while let Some(c) = self.peek().filter(|c| is_letter(*c)) {
            self.skip(c);
        }
        let letters = &self.text[from..self.at];
        let times = letters.eq_ignore_ascii_case("x") || letters == "×";
        if !times && !letters.contains('°') && self.starts_number(0) {
            self.designation();
        }
        let word = self.text[from..self.at].to_lowercase();
        self.push(TokenKind::Word(word), from);
    }

    /// The digits of a name such as A36, A572-50, W12x26.
    fn designation(&mut self) {
        while let Some(c) = self.peek() {
            let next = self.rest()[c.len_utf8()..].chars().next();
            let joins = matches!(c, '-' | '.' | '/' | '+')
                && next.is_some_and(|next| next.is_ascii_alphanumeric());
            if !(c.is_ascii_alphanumeric() || joins) {
                break;
            }
            self.skip(c);
        }
    }
}

fn quotient(over: f64, under: Option<f64>) -> Number {
    match under {
        Some(under) if under > 0.0 => Number { value: over / under, form: Form::Fraction },
        _ => Number { value: f64::NAN, form: Form::Unclear },
    }
}

fn is_letter(c: char) -> bool {
    c.is_alphabetic() || matches!(c, '_' | '°' | '×')
}

#[cfg(test)]
mod tests {
    use super::*;

    fn values(text: &str) -> Vec<f64> {
        let number = |token: Token| match token.kind {
            TokenKind::Number(number) => Some(number.value),
            TokenKind::Word(_) | TokenKind::Separator => None,
        };
        tokens(text).into_iter().filter_map(number).collect()
    }

    #[test]
    fn shop_fractions_are_read_in_every_spelling() {
        for text in ["1-1/4", "1 1/4", "1¼", "1 ¼", "1.25", "5/4"] {
            assert_eq!(values(text), [1.25], "{text}");
        }
        assert_eq!(values(".5 -2 3/4"), [0.5, -2.75]);
    }

    #[test]
    fn names_keep_their_digits_and_counts_their_x() {
        let words = |text| {
            tokens(text)
                .into_iter()
                .filter_map(|t| match t.kind {
                    TokenKind::Word(word) => Some(word),
                    TokenKind::Number(_) | TokenKind::Separator => None,
                })
                .collect::<Vec<_>>()
        };
        assert_eq!(words("4x3/4 A572-50 W12x26"), ["x", "a572-50", "w12x26"]);
        assert_eq!(words("200°C 30°"), ["°c", "°"]);
    }
}
