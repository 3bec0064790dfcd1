using Adnumera.Core.Access;
using Adnumera.Core.Documents;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Web.Documents;

namespace Adnumera.Web.Vocabulary;

/// <summary>A kind of document, as pages show and ask for it.</summary>
public sealed record DocumentKindAnswer(DocumentKind Kind, string Title, DocumentSide Side, bool Reverses);

/// <summary>A kind of key, as pages show and ask for it.</summary>
/// <param name="Plural">What a list of its values is headed.</param>
/// <param name="HasGroup">Whether a row may name a group.</param>
/// <param name="Dimension">The dimension that it is a value of; blank for the others.</param>
public sealed record KeyKindAnswer(
    KeyKind Kind,
    string Title,
    string Plural,
    KeySide Side,
    KeyTarget Target,
    bool HasGroup,
    string Dimension
);

/// <summary>A form that a supplier's bills may take.</summary>
public sealed record FormAnswer(LedgerForm Form, string Title);

/// <summary>A box of Forms 1099.</summary>
public sealed record BoxAnswer(ReturnBox Box, string Word, string Title);

/// <summary>The fixed words with what follows from them, so that pages know them from the core and from nowhere else.</summary>
/// <param name="Roles">The one table of which role carries which rights.</param>
/// <param name="HoldKinds">Every reason to hold a document.</param>
/// <param name="ListColumns">The columns that a list of documents may show.</param>
/// <param name="LeftOut">The value that says: do not send it to the ledger.</param>
public sealed record VocabularyAnswer(
    IReadOnlyList<DocumentKindAnswer> DocumentKinds,
    IReadOnlyList<KeyKindAnswer> KeyKinds,
    IReadOnlyList<FormAnswer> SupplierForms,
    IReadOnlyList<BoxAnswer> Boxes,
    IReadOnlyList<RightRow> Rights,
    IReadOnlyList<RoleRow> Roles,
    IReadOnlyList<HoldKind> HoldKinds,
    IReadOnlyList<ListColumn> ListColumns,
    string LeftOut
);
