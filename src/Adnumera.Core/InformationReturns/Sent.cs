namespace Adnumera.Core.InformationReturns;

/// <summary>How a supplier is asked for its Form W-9.</summary>
public enum W9RequestHow
{
    /// <summary>By a letter.</summary>
    Letter,

    /// <summary>By mail over the net.</summary>
    Email,

    /// <summary>By telephone, or in person.</summary>
    Spoken,
}

/// <summary>How a statement went to its recipient.</summary>
public enum SentHow
{
    /// <summary>By post.</summary>
    Post,

    /// <summary>By mail over the net; the recipient agreed to it.</summary>
    Email,

    /// <summary>By hand.</summary>
    Hand,
}

/// <summary>A form of which statements go to recipients.</summary>
public enum ReturnForm
{
    /// <summary>Form 1099-NEC.</summary>
    Nec,

    /// <summary>Form 1099-MISC.</summary>
    Misc,
}

/// <summary>What follows from a form.</summary>
public static class ReturnForms
{
    /// <summary>Its name.</summary>
    public static string Title(this ReturnForm form) =>
        form switch
        {
            ReturnForm.Nec => "Form 1099-NEC",
            ReturnForm.Misc => "Form 1099-MISC",
        };

    /// <summary>On which form a box stands.</summary>
    public static ReturnForm Form(this ReturnBox box) => box == ReturnBox.Nec1 ? ReturnForm.Nec : ReturnForm.Misc;

    /// <summary>The box for the tax withheld, on either form.</summary>
    public const int WithheldBox = 4;

    /// <summary>The number of a box on its form.</summary>
    public static string Number(this ReturnBox box) => box.Text().Split('-')[1];
}
